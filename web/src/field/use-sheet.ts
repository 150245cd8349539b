import { proxy, type Remote, wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { SurveyHead } from '../book/summary';
import type { TreeRow } from '../book/tree-row';
import { byId } from '../book/versions';
import type { SheetNews } from './open-sheet';
import type { Sheets } from './sheets';

let worker: Remote<Sheets> | null = null;
/** The worker with the sheets of surveys: one a page, begun when first asked. */
export function sheets(): Remote<Sheets> {
  worker ??= wrap<Sheets>(new Worker(new URL('../workers/sheets.ts', import.meta.url), { type: 'module' }));
  return worker;
}

/** Listens to a survey's sheet until the function it gives is called. */
function watch(survey: string, withRows: boolean, tell: (news: SheetNews) => void): () => void {
  const name = sheets().watch(survey, withRows, proxy(tell));
  return () => void name.then((n) => sheets().unwatch(n));
}

export interface SheetState {
  readonly head: SurveyHead;
  /** By id, which is the order of their making. */
  readonly rows: readonly TreeRow[];
  /** Whether that is from before, and being brought up to date. */
  readonly old: boolean;
}
/** That a survey is not here, or how many of its trees are worked out while nothing can be shown yet. */
export interface NoSheet {
  readonly head: null;
  readonly worked: number | null;
}

/**
 * A survey's sheet as it stands on this device; undefined until something is known.
 * @throws Error where it can't be calculated, for the page's boundary to say
 */
export function useSheet(survey: string | null): SheetState | NoSheet | undefined {
  const [state, setState] = useState<SheetState | NoSheet | undefined>(undefined);
  const [failed, setFailed] = useState<string | null>(null);
  useEffect(() => {
    if (!survey) return;
    const rows = new Map<string, TreeRow>();
    setState(undefined);
    return watch(survey, true, (news) => {
      for (const row of news.rows) rows.set(row.id, row);
      for (const id of news.gone) rows.delete(id);
      const { head, old, worked, failed: why } = news;
      if (why !== undefined) return setFailed(why);
      const inOrder = () => [...rows.values()].sort(byId);
      setState(head ? { head, old, rows: inOrder() } : { head: null, worked: worked ?? null });
    });
  }, [survey]);
  if (failed !== null) throw new Error(`The survey could not be calculated: ${failed}`);
  return state;
}

/** What surveys add up to, as far as that is known; null of one that is not here whole. */
export function useHeads(surveys: readonly string[]): ReadonlyMap<string, SurveyHead | null> {
  const [heads, setHeads] = useState<ReadonlyMap<string, SurveyHead | null>>(new Map());
  const wanted = [...surveys].sort().join(' ');
  useEffect(() => {
    const known = wanted ? wanted.split(' ') : [];
    setHeads((now) => new Map([...now].filter(([id]) => known.includes(id))));
    const ends = known.map((id) =>
      watch(id, false, ({ head, worked }) => worked === undefined && setHeads((now) => new Map(now).set(id, head))),
    );
    return () => {
      for (const end of ends) end();
    };
  }, [wanted]);
  return heads;
}
