import { createHash } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';

/** All that a tree's figures, and the answers made of them, follow from. */
const ROOMS = ['../core/src', 'src/book', 'src/derivation', 'src/contract', 'src/server/expand', 'src/server/results'];

/** Names this code: where it changes, what was kept is calculated again. With when it was built, so that of two the newer is known. */
export function version() {
  const hash = createHash('sha256').update(fs.readFileSync(path.join(import.meta.dirname, '../package-lock.json')));
  for (const room of ROOMS) {
    const dir = path.join(import.meta.dirname, room);
    for (const file of fs.readdirSync(dir, { recursive: true }).sort()) {
      if (/\.ts$/.test(file) && !/\.test\.ts$/.test(file)) hash.update(fs.readFileSync(path.join(dir, file)));
    }
  }
  return { code: hash.digest('hex').slice(0, 16), built: new Date().toISOString() };
}
