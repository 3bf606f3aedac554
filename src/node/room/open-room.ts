import { readFile, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { ownFile } from '../own-files.js';
import { YeltoError } from '../../text/index.js';
import { archiveName } from '../open-page.js';
import { finalAddress } from '../site-fetch.js';
import { makeHosts, makeToken } from './guard.js';
import { serveRoom } from './room-server.js';
import { serveSite } from './site-server.js';

export interface RoomPlan {
  /** A folder with index.html, an .html file, or an http(s) address. */
  readonly where: string;
  /** The CSS file of the draft; made at the first change. */
  readonly draft: string;
  /** Ports for the room and the site; 0, the default, takes free ones. */
  readonly ports?: { readonly room?: number; readonly site?: number };
}

export interface FittingRoom {
  /** To open in a browser on this machine, at a name of this run alone; it holds the run's token. */
  readonly address: string;
  /** Where the site is passed on. */
  readonly site: string;
  close(): Promise<void>;
}

/**
 * The folder of the built room, as `npm run build` leaves it beside the compiled library.
 * @throws YeltoError where it was not built.
 */
export async function builtRoom(): Promise<string> {
  const folder = ownFile('dist/room');
  if (await stat(join(folder, 'index.html')).catch(() => undefined)) return folder;
  throw new YeltoError('The fitting room is not built.', { remedy: 'Run npm run build once.' });
}

/**
 * Opens the fitting room on a site: two servers on this machine, one that passes the site on and one for the
 * room and its draft, with different origins and different tokens.
 * @throws YeltoError when the page is not there, the room was not built, or a port is taken.
 */
export async function openRoom({ where, draft, ports = {} }: RoomPlan): Promise<FittingRoom> {
  const isAddress = /^https?:\/\//i.test(where);
  // What is not told soon is told when the page is asked for.
  const shown = isAddress ? await finalAddress(where, 5000) : where;
  if (!isAddress && !(await stat(where).catch(() => undefined)))
    throw new YeltoError(`There is no file or folder "${where}".`, {
      file: where,
      remedy: 'An address begins with http:// or https://.',
    });
  if (!isAddress && archiveName.test(where))
    throw new YeltoError(`"${where}" is an archive, which the fitting room cannot show.`, {
      file: where,
      remedy: 'Ask about it with survey, why, write and prove; or try the live page, or one saved as HTML.',
    });
  const files = await builtRoom();
  const token = makeToken();
  const pageToken = makeToken();
  const hosts = makeHosts();
  let siteOrigin = '';
  const room = await inUse('room', ports.room, () =>
    serveRoom({
      files,
      host: hosts.room,
      draft,
      token,
      port: ports.room ?? 0,
      site: isAddress ? shown : undefined,
      passedOn: () => siteOrigin,
    }),
  );
  const origin = `http://${hosts.room}:${room.port}`;
  const site = await inUse('site', ports.site, () =>
    serveSite(
      shown,
      { host: hosts.site, port: ports.site ?? 0 },
      {
        path: `/${pageToken.slice(0, 12)}-yelto.js`,
        script: () => readFile(join(files, 'stage.js'), 'utf8'),
        data: { room: origin, token: pageToken, site: isAddress ? new URL(shown).origin : '' },
      },
    ),
  ).catch(async (error: unknown) => {
    await room.close();
    throw error;
  });
  siteOrigin = `http://${hosts.site}:${site.port}`;
  const asked = new URLSearchParams({ token, page: pageToken, site: siteOrigin + site.startPath });
  return {
    // Behind the hash it is sent to no server and stands in no log.
    address: `${origin}/#${asked}`,
    site: siteOrigin + site.startPath,
    async close() {
      await Promise.all([site.close(), room.close()]);
    },
  };
}

export async function inUse<T>(
  what: string,
  port: number | undefined,
  open: () => Promise<T>,
  remedy = 'Give another one, or none to take a free one.',
): Promise<T> {
  try {
    return await open();
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EADDRINUSE') throw error;
    throw new YeltoError(`The ${what}'s port ${port} is taken.`, {
      remedy,
    });
  }
}
