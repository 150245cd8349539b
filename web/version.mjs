import { createHash } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';

/** All that a tree's figures, and the answers made of them, follow from. */
const ROOMS = ['../core/src', 'src/book', 'src/derivation', 'src/contract', 'src/server/expand', 'src/server/results'];

/**
 * Names this code: where it changes, what was kept is calculated again. Of two, the one whose sources came later is newer:
 * the parts of a program are built one after another, and all say the same.
 */
export function version() {
  const hash = createHash('sha256');
  let built = 0;
  const take = (file) => {
    hash.update(fs.readFileSync(file));
    built = Math.max(built, fs.statSync(file).mtimeMs);
  };
  take(path.join(import.meta.dirname, '../package-lock.json'));
  for (const room of ROOMS) {
    const dir = path.join(import.meta.dirname, room);
    for (const file of fs.readdirSync(dir, { recursive: true }).sort())
      if (/\.ts$/.test(file) && !/\.test\.ts$/.test(file)) take(path.join(dir, file));
  }
  return { code: hash.digest('hex').slice(0, 16), built: new Date(built).toISOString() };
}
