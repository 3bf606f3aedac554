// What a driven browser runs in a page, to have it as data once its scripts are done.
export { readDocument, whenStill } from 'yelto/browser';
