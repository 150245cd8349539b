import { showHeight } from '@arbolito/core';
import type { Book } from './book';
import { isDoubtful, tallyOf } from './summary';

/** A survey as a page of the book. */
export interface Page {
  readonly id: string;
  readonly name: string;
  readonly place: string | null;
  readonly trees: number;
  readonly withHeight: number;
  readonly withoutDiameter: number;
  readonly doubtful: number;
  /** The median standard error of its heights, as shown. */
  readonly typicalError: string | null;
}

/** All surveys, the one worked in last first. */
export function pagesOf(book: Book, device: string): readonly Page[] {
  return book
    .all('survey')
    .map((s): Page & { last: string } => {
      const t = tallyOf(book, s.entity);
      const rows = t?.rows ?? [];
      const sigmas = rows.flatMap((r) => (r.result?.height.ok ? [r.result.height.value.sigma] : [])).sort((a, b) => a - b);
      const median = sigmas[Math.floor((sigmas.length - 1) / 2)];
      return {
        id: s.entity,
        name: s.body.kind === 'single-trees' && s.device !== device ? `${s.body.name}, another device` : s.body.name,
        place: s.body.place ?? null,
        trees: rows.length,
        withHeight: t?.withHeight ?? 0,
        withoutDiameter: t?.sums.total.without.basalArea ?? 0,
        doubtful: rows.filter(isDoubtful).length,
        typicalError: median !== undefined && t ? showHeight(median, t.protocol.options.units) : null,
        last: rows.reduce((last, r) => (r.newest > last ? r.newest : last), s.entity),
      };
    })
    .sort((a, b) => (a.last < b.last ? 1 : -1));
}
