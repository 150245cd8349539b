import { DomainError, type Reading, type UnitSystem } from '@arbolito/core';
import type { Book } from './book';
import { inputOf, type TreeInput, tryResult } from './derive';
import { correctionAt } from './instrument-checks';
import { takenAs } from './taken-as';

/** A tree whose height a failed check changes: before and after. */
export interface Recomputed {
  readonly tree: string;
  readonly tag: string;
  readonly before: number;
  readonly after: number;
  readonly units: UnitSystem;
}

/**
 * What an instrument read since its last good check, as it was taken and as the failed one puts it right.
 * @returns the trees whose height changes by a centimetre or more, the most first
 */
export function recomputedBy(book: Book, instrument: string): readonly Recomputed[] {
  const checks = book.kit.checksOf(instrument);
  if (checks.every((c) => c.passed)) return [];
  const corrected = new Set<string>();
  for (const r of book.all('reading')) {
    if (r.body.instrument !== instrument) continue;
    const { at } = takenAs(r);
    const put = {
      ...correctionAt(
        checks.filter((c) => c.what === 'two-way'),
        at,
      ),
      ...correctionAt(
        checks.filter((c) => c.what === 'base'),
        at,
      ),
    };
    if (Object.keys(put).length > 0) corrected.add(book.find('stem', r.body.stem)?.body.tree ?? '');
  }
  return [...corrected]
    .flatMap((id): Recomputed[] => {
      const tree = book.tree(id);
      const protocol = tree && book.protocolOf(book.find('survey', tree.record.body.survey));
      if (!tree || !protocol) return [];
      const input = inputOf(tree, protocol.options);
      const [before, after] = [heightOf({ ...input, readings: tree.inForce.map(strip) }), heightOf(input)];
      if (before === null || after === null || Math.abs(after - before) < 0.01) return [];
      return [{ tree: id, tag: tree.record.body.tag, before, after, units: protocol.options.units }];
    })
    .sort((a, b) => Math.abs(b.after - b.before) - Math.abs(a.after - a.before));
}

function heightOf(input: TreeInput): number | null {
  const result = tryResult(input);
  return !(result instanceof DomainError) && result.height.ok ? result.height.value.value : null;
}

/** Without what checks put right. */
function strip(r: Reading): Reading {
  const { zero: _zero, factor: _factor, ...rest } = r as Reading & { zero?: number; factor?: number };
  return rest as Reading;
}
