// What the room was opened with; it stands behind the hash of its address, which no server sees.
const asked = new URLSearchParams(location.hash.slice(1));

export const invitation = {
  /** For the room's own server. */
  token: asked.get('token') ?? '',
  /** For the script in the site's page. */
  pageToken: asked.get('page') ?? '',
  /** The first page, passed on from this machine. */
  site: asked.get('site') ?? '',
};

export const siteOrigin = invitation.site ? new URL(invitation.site).origin : '';
