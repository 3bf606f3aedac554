// What the bookmark of `try --join` runs in the person's own tab: it opens the room beside it, and joins the page to it.
import { joinRoom } from 'yelto/browser';

/** Stands for the room's origin, and is filled in where the bookmark is made. */
const room = '%YELTO-ROOM%';
const again = 'yelto-again';

// Pressed once more on the same page: the room is shown again, and the page is joined already.
if (document.dispatchEvent(new Event(again, { cancelable: true }))) {
  const token = Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) => byte.toString(16)).join('');
  const open = () => window.open(`${room}/#join=${token}`, 'yelto-room', 'popup,width=720,height=900');
  document.addEventListener(again, (event) => {
    event.preventDefault();
    open();
  });
  const peer = open();
  if (peer) joinRoom(document, { room, token, site: '', reason: '' }, peer);
  else alert('The browser did not let the fitting room open. Allow this page its windows, and press again.');
}
