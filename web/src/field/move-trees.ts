import { Book } from '../book/book';
import type { Maker } from '../book/make-records';
import { moveTree } from '../book/move';
import type { AnyRecord } from '../contract/envelope';
import { SHARED } from '../contract/scope';
import { load, rangesOf, recordsIn } from './store';

/**
 * The records that move every tree of one survey to another. Moved twice, on any device, they are the same copies.
 * @param from a survey on this device
 * @param target records of the survey they go to, as far as this device may not have them yet
 * @param keep keeps the records of some trees; called several times, with whole trees
 * @returns how many trees were moved
 */
export async function moveTrees(
  from: string,
  to: string,
  target: readonly AnyRecord[],
  maker: () => Maker,
  keep: (records: readonly AnyRecord[]) => Promise<void>,
): Promise<number> {
  const beside = [...(await load(SHARED)), ...(await load(from, '')), ...(await load(to, '')), ...target];
  let moved = 0;
  for (const stretch of await rangesOf(from)) {
    const book = new Book([...beside, ...(await recordsIn(from, stretch))]);
    const made = book.treesOf(from).flatMap((t) => moveTree(book, t.entity, to, maker()) ?? []);
    if (made.length === 0) continue;
    await keep([...(moved === 0 ? target : []), ...made.flatMap((m) => m.records)]);
    moved += made.length;
  }
  return moved;
}
