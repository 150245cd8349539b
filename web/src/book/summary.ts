import { checkSurvey, type Finding, metres, type ProtocolOptions, type Tally, tally } from '@arbolito/core';
import type { RecordOf } from '../contract/envelope';
import type { Book } from './book';
import { isDoubtful, rowsOf, type TreeRow } from './tree-row';

/** A survey without its list: what it adds up to. */
export interface SurveyHead {
  readonly survey: RecordOf<'survey'>;
  readonly protocol: { readonly name: string; readonly options: ProtocolOptions };
  readonly sums: Tally;
  readonly withHeight: number;
  readonly doubtful: number;
  /** The median standard error of its heights, metres. */
  readonly typicalError: number | null;
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
  const rows = amongEachOther(own, protocol.options);
  const sigmas = rows.flatMap((r) => r.sigma ?? []).sort((a, b) => a - b);
  return {
    head: {
      survey,
      protocol,
      sums: tally(
        rows.map(({ species, basalArea, volume, boards }) => ({ species, basalArea, volume, boardFeet: boards?.boardFeet ?? null })),
      ),
      withHeight: rows.filter((r) => r.height !== null).length,
      doubtful: rows.filter(isDoubtful).length,
      typicalError: sigmas[Math.floor((sigmas.length - 1) / 2)] ?? null,
      last: rows.reduce((last, r) => (r.newest > last ? r.newest : last), survey.entity),
    },
    rows,
  };
}

/** With what the trees of a survey say of each other. */
function amongEachOther(rows: readonly TreeRow[], { units }: ProtocolOptions): readonly TreeRow[] {
  const length = (m: number | null) => (m === null ? null : metres(m));
  const trees = rows.map(({ id, tag, plot, species, dbh, height, read }) => {
    return { id, tag, plot, species, dbh: length(dbh), height: length(height), read };
  });
  const found = checkSurvey(trees, units);
  return found.size === 0 ? rows : rows.map((r) => (found.has(r.id) ? { ...r, among: found.get(r.id) as readonly Finding[] } : r));
}
