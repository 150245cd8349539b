import { createHash } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';

/** Of all that a tree's figures follow from, in short: where it changes, what was put by is worked out again. */
export function program() {
  const hash = createHash('sha256');
  for (const room of ['../core/src', 'src/book', 'src/contract/kinds']) {
    const dir = path.join(import.meta.dirname, room);
    for (const file of fs.readdirSync(dir, { recursive: true }).sort()) {
      if (/\.ts$/.test(file) && !/\.test\.ts$/.test(file)) hash.update(fs.readFileSync(path.join(dir, file)));
    }
  }
  return hash.digest('hex').slice(0, 16);
}
