// What is put into the site's page: it finds its room in its own element, and takes that away.
import { joinRoom } from 'yelto/browser';

const element = document.currentScript as HTMLScriptElement | null;
const { room = '', token = '', site = '', reason = '' } = element?.dataset ?? {};
element?.remove();
if (room && token) joinRoom(document, { room, token, site, reason });
