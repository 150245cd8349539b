import { checkSurvey, heightsWanted, metres, type Position, type ProtocolOptions, type Tally, tally } from '@arbolito/core';
import type { PlotState } from '../contract/kinds/plot';
import type { NotCounted } from './asked';
import type { Book } from './book';
import { byName } from './plot-order';
import { rowsOf } from './rows-of';
import { positionOf } from './sample';
import type { Precision } from './survey-results';
import type { Stated } from './things';
import { isConfirmed, isDoubtful, type TreeRow, treesIn } from './tree-row';
import { byId } from './versions';

/** A survey without its list: what it adds up to. */
export interface SurveyHead {
  readonly survey: Stated<'survey'>;
  readonly protocol: { readonly name: string; readonly options: ProtocolOptions };
  readonly sums: Tally;
  readonly withHeight: number;
  /** Trees that want a height and have none. */
  readonly wantHeight: number;
  /** Where its trees stand on the map, degrees; of many some, spread over them. */
  readonly standing: readonly Position[];
  readonly doubtful: number;
  /** Trees of which conflicts are open: their number, and the first of them. */
  readonly conflicts: { readonly trees: number; readonly first: readonly string[] };
  /** Trees of which a doubt was looked at and found right. */
  readonly confirmed: number;
  /** Trees that are in no sum at all, by why. */
  readonly notCounted: Readonly<Record<NotCounted, number>>;
  /** Trees of which something is asked that nobody answered. */
  readonly unanswered: number;
  /** Its plots as they stand, in the order of their names. */
  readonly plots: readonly PlotMark[];
  /** Tags of trees of which a value can't be so and is in no sum. */
  readonly out: readonly string[];
  /** The median standard error of its heights, metres. */
  readonly typicalError: number | null;
  /** Its heights in metres, the tallest first: all of them, or of many these, evenly spread over the ranks. */
  readonly ranked: readonly number[];
  /** How sure it is so far; null where that can't be said, or is not worked out. */
  readonly precision: Precision | null;
  /** Id of its newest reading, else of its newest tree, else its own: ids go by time. */
  readonly last: string;
}
/** A plot in a survey's small picture. */
export interface PlotMark {
  readonly id: string;
  readonly name: string;
  readonly state: PlotState | null;
  /** Degrees; null where nobody said where it lies. */
  readonly at: Position | null;
}
/** Everything a survey's page shows. */
export interface SurveySheet {
  readonly head: SurveyHead;
  readonly rows: readonly TreeRow[];
}

/** A survey's sheet, from its readings; null while it or its protocol is not here: half a book is no book. */
export function sheetOf(book: Book, surveyId: string): SurveySheet | null {
  const survey = book.find('survey', surveyId);
  const protocol = book.protocolOf(survey);
  return survey && protocol && sheetUnder(book, survey, protocol);
}

/** The same under any protocol: what a change of protocol would make of the readings. */
export function sheetUnder(book: Book, survey: Stated<'survey'>, protocol: SurveyHead['protocol']): SurveySheet {
  return sheetFrom(survey, protocol, marksOf(book, survey.entity), rowsOf(book, survey.entity, protocol.options));
}

/** The plots of a survey by name, numbers as numbers. */
export const marksOf = (book: Book, survey: string): readonly PlotMark[] =>
  book
    .partsOf(survey, 'plot')
    .map(({ entity, body }) => ({ id: entity, name: body.name, state: body.state ?? null, at: positionOf(body) }))
    .sort((a, b) => byName.compare(a.name, b.name) || (a.id < b.id ? -1 : 1));

/**
 * A survey's sheet from the rows of its trees.
 * @param own by id, each for itself
 */
export function sheetFrom(
  survey: Stated<'survey'>,
  protocol: SurveyHead['protocol'],
  plots: readonly PlotMark[],
  own: readonly TreeRow[],
): SurveySheet {
  const rows = amongEachOther(
    own.filter((r) => !r.struck),
    protocol.options,
  );
  const sigmas = rows.flatMap((r) => r.sigma ?? []).sort((a, b) => a - b);
  return {
    head: {
      survey,
      protocol,
      sums: tally(rows.filter((r) => r.notCounted === null).map(countedOf)),
      notCounted: countWhy(rows),
      unanswered: treesIn(rows.filter((r) => r.unanswered.length > 0)),
      plots,
      withHeight: treesIn(rows.filter((r) => r.height !== null)),
      wantHeight: rows.filter((r) => r.wantsHeight).length,
      standing: someOf(rows.flatMap((r) => (r.place ? [r.place] : []))),
      doubtful: rows.filter(isDoubtful).length,
      conflicts: conflictsOf(rows),
      confirmed: rows.filter(isConfirmed).length,
      out: rows.flatMap((r) => (r.out.length > 0 ? [r.tag] : [])),
      ranked: spread(rows.flatMap((r) => r.height ?? []).sort((a, b) => b - a)),
      typicalError: sigmas[Math.floor((sigmas.length - 1) / 2)] ?? null,
      precision: null,
      last: rows.reduce((last, r) => (r.newest > last ? r.newest : last), survey.entity),
    },
    rows: [...rows, ...own.filter((r) => r.struck)].sort(byId),
  };
}

/** What of a tree goes into sums: nothing that follows from what can't be so. */
function countedOf({ species, count, basalArea, volume, boards, out }: TreeRow) {
  return {
    species,
    count,
    basalArea: out.includes('diameter') ? null : basalArea,
    volume: out.length > 0 ? null : volume,
    boardFeet: out.length > 0 ? null : (boards?.boardFeet ?? null),
  };
}

function countWhy(rows: readonly TreeRow[]): SurveyHead['notCounted'] {
  const counts: Record<NotCounted, number> = { status: 0, 'too-thin': 0, out: 0 };
  for (const { notCounted, count } of rows) if (notCounted !== null) counts[notCounted] += count;
  return counts;
}

/** So many trees with conflicts are told by their ids. */
const FIRST = 100;
function conflictsOf(rows: readonly TreeRow[]): SurveyHead['conflicts'] {
  const own = rows.flatMap((r) => (r.conflicts > 0 ? [r.id] : []));
  return { trees: own.length, first: own.slice(0, FIRST) };
}

/** A small picture has room for so many dots. */
const DOTS = 300;
const someOf = <T>(list: readonly T[]): readonly T[] => {
  const every = Math.ceil(list.length / DOTS);
  return every <= 1 ? list : list.filter((_, i) => i % every === 0);
};

/** So many say what a picture of them all would. */
const RANKS = 24;
const spread = (sorted: readonly number[]): readonly number[] =>
  sorted.length <= RANKS
    ? sorted
    : Array.from({ length: RANKS }, (_, i) => sorted[Math.round((i * (sorted.length - 1)) / (RANKS - 1))] as number);

/** With what the trees of a survey say of each other, and which of them want a height. */
function amongEachOther(rows: readonly TreeRow[], options: ProtocolOptions): readonly TreeRow[] {
  const length = (m: number | null) => (m === null ? null : metres(m));
  const trees = rows.map(({ id, tag, plot, species, dbh, height, read }) => {
    return { id, tag, plot, species, dbh: length(dbh), height: length(height), read };
  });
  const found = checkSurvey(trees, options.units);
  const wanted = heightsWanted(
    rows.filter((r) => r.notCounted === null),
    options,
  );
  return rows.map((r) => {
    const own = r.height === null && wanted.has(r.id) ? wanting(r) : r;
    const among = found.get(r.id);
    return among ? { ...own, among } : own;
  });
}

/** The same row each time: what is compared with what was told before is mostly the same. */
function wanting(row: TreeRow): TreeRow {
  const made = WANTING.get(row) ?? { ...row, wantsHeight: true };
  WANTING.set(row, made);
  return made;
}
const WANTING = new WeakMap<TreeRow, TreeRow>();
