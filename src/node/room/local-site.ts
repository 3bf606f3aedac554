import { readFile, realpath, stat } from 'node:fs/promises';
import { dirname, extname, resolve, sep } from 'node:path';
import sirv from 'sirv';
import { parseMarkup } from '../../page/index.js';
import { importedHrefs } from '../../page/index.js';
import { refuse } from './guard.js';
import { withInsertion, type Insertion, type Site } from './insertion.js';

/** What a page shows itself with; nothing else outside its folder is served, whatever it names. */
const looks = /\.(css|m?js|png|jpe?g|gif|webp|avif|svg|ico|woff2?|ttf|otf)$/i;

/**
 * A page from disk, alone: its own folder, and of the folder above it only the sheets, scripts, pictures and pages that
 * it names. Hidden files, and links that lead elsewhere, are not served.
 */
export async function localSite(where: string, insertion: Insertion): Promise<Site> {
  const path = await realpath(resolve(where));
  const isFolder = (await stat(path)).isDirectory();
  const own = isFolder ? path : dirname(path);
  // The sheets of a page often stand beside its folder.
  const root = dirname(own);
  const start = isFolder ? resolve(path, 'index.html') : path;
  const startPath = `/${start.slice(root.length).split(sep).filter(Boolean).map(encodeURIComponent).join('/')}`;
  const named = new Named(root);
  await named.addPage(start);
  const isServed = async (file: string): Promise<boolean> => {
    const isHidden = file
      .slice(root.length)
      .split(sep)
      .some((part) => part.startsWith('.'));
    if (isHidden || !isInside(file, root)) return false;
    const real = await realpath(file).catch(() => undefined);
    if (real === undefined) return false;
    return isInside(real, own) || (named.has(file) && isInside(real, root));
  };
  const files = sirv(root, { dev: true, dotfiles: false });
  return {
    startPath,
    answer: (request, response) => {
      const asked = decodeSafely((request.url ?? '/').split('?')[0]);
      const file = resolve(root, `.${asked.endsWith('/') ? `${asked}index.html` : asked}`);
      void isServed(file).then(
        async (may) => {
          if (!may) return refuse(response, 404, 'There is nothing here.');
          if (!/^\.html?$/i.test(extname(file)))
            return files(request, response, () => refuse(response, 404, 'There is nothing here.'));
          const html = await readFile(file, 'latin1');
          // What its pages name is shown with them.
          await named.addPage(file);
          response
            .writeHead(200, { 'content-type': 'text/html', 'cache-control': 'no-store' })
            .end(withInsertion(html, insertion).text, 'latin1');
        },
        () => refuse(response, 404, 'There is nothing here.'),
      );
    },
  };
}

const isInside = (file: string, folder: string) => file === folder || file.startsWith(folder + sep);

/** Files that pages and their sheets name. */
class Named {
  readonly #files = new Set<string>();

  constructor(private readonly root: string) {}

  has(file: string): boolean {
    return this.#files.has(file);
  }

  async addPage(page: string): Promise<void> {
    const html = await readFile(page, 'utf8').catch(() => '');
    for (const { tag, attributes } of parseMarkup(page, html).elements) {
      for (const name of ['href', 'src']) {
        const value = attributes.get(name);
        if (value === undefined) continue;
        const file = this.#fileFor(page, value);
        if (tag === 'a' ? /\.html?$/i.test(file) : looks.test(file)) await this.#add(file);
      }
    }
  }

  async #add(file: string): Promise<void> {
    if (this.#files.has(file) || !isInside(file, this.root)) return;
    this.#files.add(file);
    if (!file.endsWith('.css')) return;
    const css = await readFile(file, 'utf8').catch(() => '');
    const urls = [...css.matchAll(/url\(\s*["']?([^"')\s]+)/gi)].map(([, href]) => href);
    for (const href of [...importedHrefs(css), ...urls]) {
      const other = this.#fileFor(file, href);
      if (looks.test(other)) await this.#add(other);
    }
  }

  #fileFor(from: string, href: string): string {
    const path = decodeSafely(href.split(/[?#]/)[0]);
    return path.startsWith('/') ? resolve(this.root, `.${path}`) : resolve(dirname(from), path);
  }
}

function decodeSafely(path: string): string {
  try {
    return decodeURIComponent(path);
  } catch {
    return '/';
  }
}
