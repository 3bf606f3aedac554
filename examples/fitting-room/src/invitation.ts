// What the room was opened with; it stands behind the hash of its address, which no server sees.
const asked = new URLSearchParams(location.hash.slice(1));

/** Where this browser keeps the key of `try --join`, for windows that a bookmark opens. */
const keyPlace = 'yelto key';
const given = asked.get('token');
const isFirst = asked.has('first');
if (isFirst && given) localStorage.setItem(keyPlace, given);

export const invitation = {
  /** For the room's own server. */
  token: given ?? localStorage.getItem(keyPlace) ?? '',
  /** Whether this is the window in which the bookmark is made. */
  isFirst,
  /** Of the page in the person's own tab that opened this window; '' for none. */
  join: asked.get('join') ?? '',
  /** For the script in the site's page. */
  pageToken: asked.get('page') ?? '',
  /** The first page, passed on from this machine. */
  site: asked.get('site') ?? '',
};

export const siteOrigin = invitation.site ? new URL(invitation.site).origin : '';

// The bookmark was pressed on another page: this is a room for that one now.
if (invitation.join) window.addEventListener('hashchange', () => location.reload());
