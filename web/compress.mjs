// Beside each file that pages load, the same as small as it gets, for the server to send.
import fs from 'node:fs/promises';
import path from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress } from 'node:zlib';

const dir = path.join(import.meta.dirname, 'dist/client/_astro');
const smaller = promisify(brotliCompress);
const files = (await fs.readdir(dir)).filter((f) => /\.(js|css|svg)$/.test(f));
await Promise.all(files.map(async (f) => fs.writeFile(path.join(dir, `${f}.br`), await smaller(await fs.readFile(path.join(dir, f))))));
