import { type Answer, metres, toMetres } from '../units';
import type { Gathered } from './gather';
import type { HeightResult, ToldResult } from './result';

/** What was told of a tree: by eye, of its neighbours, of other years. Nothing of it enters a height or a sum. */
export function toldOf({ told }: Gathered, height: Answer<HeightResult>): ToldResult {
  const called = told.findLast((r) => r.kind === 'called-height');
  const eye = called && toMetres(called.value, called.unit);
  return {
    called: eye === undefined ? null : { value: eye, share: height.ok ? eye / height.value.value - 1 : null },
    neighbours: told.flatMap((r) => (r.kind === 'neighbour' ? [{ to: r.to, distance: toMetres(r.value, r.unit) }] : [])),
    earlier: told
      .flatMap((r) =>
        r.kind === 'earlier-height' ? [{ value: metres(toMetres(r.value, r.unit)), year: r.year, method: r.method ?? null }] : [],
      )
      .sort((a, b) => a.year - b.year),
  };
}
