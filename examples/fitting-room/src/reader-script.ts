// What a driven browser runs in a page, to have it as data once its scripts are done.
export { knowClosed, markupWithShadows, readDocument, whenStill } from 'yelto/browser';
