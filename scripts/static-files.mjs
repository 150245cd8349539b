// The built files as the server sends them.
import fs from 'node:fs';
import path from 'node:path';
import send from 'send';
import { Refusal } from './door.mjs';

/** Files that the build has compressed too; their names change with what is in them. */
const BUILT = /^\/_astro\//;
const COMPRESSED = /\.(js|css|svg)$/;
const TYPES = { js: 'text/javascript; charset=utf-8', css: 'text/css; charset=utf-8', svg: 'image/svg+xml' };
const REFUSED = {
  412: ['precondition', 'The file is another one by now', 'The file does not meet If-Match or If-Unmodified-Since: ask without them.'],
  416: ['no-such-range', 'The file has no such part', 'The range lies outside the file: ask without Range.'],
};

/**
 * Serves the files of a folder; what is no file goes on to the application.
 * @param folder of the built pages and their files
 * @param application `(req, res)`, asked where there is no such file
 */
export const staticFiles = (folder, application) => (req, res) =>
  new Promise((done, fail) => {
    const { pathname } = new URL(req.url, 'http://x');
    const [built, compressed] = [BUILT.test(pathname), compressedFor(req, folder, pathname)];
    const headers = () => {
      res.setHeader('cache-control', built ? 'public, max-age=31536000, immutable' : 'no-cache');
      if (!built || !COMPRESSED.test(pathname)) return;
      res.setHeader('vary', 'Accept-Encoding');
      if (compressed === null) return;
      res.setHeader('content-encoding', 'br');
      res.setHeader('content-type', TYPES[pathname.split('.').at(-1)]);
    };
    const sendFile = (name) =>
      send(req, name, { root: folder, dotfiles: 'ignore', cacheControl: false })
        .on('headers', headers)
        .on('directory', () => sendFile(`${name}/index.html`))
        .on('error', ({ status, headers: given }) => {
          const refused = REFUSED[status];
          if (refused) fail(new Refusal(refused[0], status, refused[1], refused[2], given));
          else done(application(req, res));
        })
        .pipe(res);
    if (req.method !== 'GET' && req.method !== 'HEAD') done(application(req, res));
    else {
      res.once('close', done);
      sendFile(compressed ?? pathname);
    }
  });

/** The compressed twin of a file, where whoever asks can read it and wants all of it. */
function compressedFor({ headers }, folder, pathname) {
  if (!BUILT.test(pathname) || !COMPRESSED.test(pathname) || headers.range !== undefined) return null;
  const reads = (headers['accept-encoding'] ?? '').split(',').some((e) => e.trim() === 'br');
  // looked for each time: a build may be under way
  return reads && fs.existsSync(path.join(folder, `${pathname}.br`)) ? `${pathname}.br` : null;
}
