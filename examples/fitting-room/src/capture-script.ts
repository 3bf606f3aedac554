// What the bookmark runs: saves the page that it is pressed on, with its sheets, as one file.
import { saveCapture } from 'yelto/browser';

void saveCapture(document);
