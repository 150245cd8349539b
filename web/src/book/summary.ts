import { checkSurvey, type Finding, metres, type ProtocolOptions, type Tally, tally } from '@arbolito/core';
import type { RecordOf } from '../contract/envelope';
import type { Book } from './book';
import { isConfirmed, isDoubtful, rowsOf, type TreeRow } from './tree-row';
import { byId } from './versions';

/** A survey without its list: what it adds up to. */
export interface SurveyHead {
  readonly survey: RecordOf<'survey'>;
  readonly protocol: { readonly name: string; readonly options: ProtocolOptions };
  readonly sums: Tally;
  readonly withHeight: number;
  readonly doubtful: number;
  /** Trees of which a doubt was looked at and found right. */
  readonly confirmed: number;
  /** Tags of trees of which a value can't be so and is in no sum. */
  readonly out: readonly string[];
  /** The median standard error of its heights, metres. */
  readonly typicalError: number | null;
  /** Its heights in metres, the tallest first: all of them, or of many these, evenly spread over the ranks. */
  readonly ranked: readonly number[];
  /** Id of its newest reading, else of its newest tree, else its own: ids go by time. */
  readonly last: string;
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
export function sheetUnder(book: Book, survey: RecordOf<'survey'>, protocol: SurveyHead['protocol']): SurveySheet {
  return sheetFrom(survey, protocol, rowsOf(book, survey.entity, { protocol: protocol.options }));
}

/**
 * A survey's sheet from the rows of its trees.
 * @param own by id, each for itself
 */
export function sheetFrom(survey: RecordOf<'survey'>, protocol: SurveyHead['protocol'], own: readonly TreeRow[]): SurveySheet {
  const rows = amongEachOther(
    own.filter((r) => !r.struck),
    protocol.options,
  );
  const sigmas = rows.flatMap((r) => r.sigma ?? []).sort((a, b) => a - b);
  return {
    head: {
      survey,
      protocol,
      sums: tally(rows.map(countedOf)),
      withHeight: rows.filter((r) => r.height !== null).length,
      doubtful: rows.filter(isDoubtful).length,
      confirmed: rows.filter(isConfirmed).length,
      out: rows.flatMap((r) => (r.out.length > 0 ? [r.tag] : [])),
      ranked: spread(rows.flatMap((r) => r.height ?? []).sort((a, b) => b - a)),
      typicalError: sigmas[Math.floor((sigmas.length - 1) / 2)] ?? null,
      last: rows.reduce((last, r) => (r.newest > last ? r.newest : last), survey.entity),
    },
    rows: [...rows, ...own.filter((r) => r.struck)].sort(byId),
  };
}

/** What of a tree goes into sums: nothing that follows from what can't be so. */
function countedOf({ species, basalArea, volume, boards, out }: TreeRow) {
  return {
    species,
    basalArea: out.includes('diameter') ? null : basalArea,
    volume: out.length > 0 ? null : volume,
    boardFeet: out.length > 0 ? null : (boards?.boardFeet ?? null),
  };
}

/** So many say what a picture of them all would. */
const RANKS = 24;
const spread = (sorted: readonly number[]): readonly number[] =>
  sorted.length <= RANKS
    ? sorted
    : Array.from({ length: RANKS }, (_, i) => sorted[Math.round((i * (sorted.length - 1)) / (RANKS - 1))] as number);

/** With what the trees of a survey say of each other. */
function amongEachOther(rows: readonly TreeRow[], { units }: ProtocolOptions): readonly TreeRow[] {
  const length = (m: number | null) => (m === null ? null : metres(m));
  const trees = rows.map(({ id, tag, plot, species, dbh, height, read }) => {
    return { id, tag, plot, species, dbh: length(dbh), height: length(height), read };
  });
  const found = checkSurvey(trees, units);
  return found.size === 0 ? rows : rows.map((r) => (found.has(r.id) ? { ...r, among: found.get(r.id) as readonly Finding[] } : r));
}
