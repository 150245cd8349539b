import type { HeightMethod } from '@arbolito/core';
import type { Book, BookTree } from './book';
import type { Setting } from './make-records';

/** Words that determinations were kept under before each method had its own. */
const OLDER: Readonly<Record<string, HeightMethod>> = { tangent: 'two-sights' };

/** The settings-up of a tree's last visit from which heights were read, in the order they began. */
export function settingsOf(book: Book, tree: BookTree | null): readonly Setting[] {
  const settings = new Map<string, Setting>();
  for (const entity of tree?.readings ?? []) {
    const head = entity.heads.at(-1);
    if (!head?.body.station) continue;
    const { determination, station, read } = head.body;
    const before = settings.get(determination);
    const method = book.find('determination', determination)?.body.method ?? 'two-sights';
    const far = read.kind === 'baseline' ? read.far : (before?.far ?? null);
    // the nearer station is the one that is not another's far end
    const near = before && before.station !== far ? before.station : station;
    settings.set(determination, { determination, far, method: OLDER[method] ?? (method as HeightMethod), station: near });
  }
  return [...settings.values()];
}
