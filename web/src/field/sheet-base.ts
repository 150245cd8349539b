import { Book } from '../book/book';
import { type KnownRows, type RowsUnder, rowsOf } from '../book/rows-of';
import { marksOf, type PlotMark, type SurveyHead } from '../book/summary';
import type { TreeRow } from '../book/tree-row';
import type { AnyRecord } from '../contract/envelope';
import { SHARED } from '../contract/scope';
import { keptHead, keptRows } from './kept-sheets';
import { UNFILED } from './schema';
import { load, recordsIn, type Stretch, unsent } from './store';

/** What rows of a survey are made with, beside the records of their trees. */
export interface SheetBase {
  readonly records: readonly AnyRecord[];
  /** A book of them. */
  readonly ground: Book;
  readonly aside: ReadonlySet<string>;
  readonly under: RowsUnder;
  readonly survey: SurveyHead['survey'];
  readonly protocol: SurveyHead['protocol'];
  readonly plots: readonly PlotMark[];
}

/**
 * What every tree of a survey leans on; null while the survey or its protocol is not here, or once it is struck out.
 * @param program makes its rows
 * @param paired trees of which readings may judge each other
 * @param known rows of it that were made before; null where only what was put by is known
 */
export async function readBase(
  survey: string,
  program: string,
  paired: readonly string[],
  known: KnownRows | null,
): Promise<SheetBase | null> {
  const [parts, entries] = await Promise.all([
    Promise.all([load(SHARED), load(UNFILED), load(survey, ''), ...paired.map((tree) => load(survey, tree))]),
    unsent(),
  ]);
  const aside = new Set(entries.flatMap((u) => (u.aside ? [u.id] : [])));
  const records = parts.flat().filter((r) => !aside.has(r.id));
  const ground = new Book(records);
  const record = ground.find('survey', survey);
  const protocol = ground.protocolOf(record);
  if (!record || !protocol || ground.isStruck(survey)) return null;
  const under = { protocol: protocol.options, known: { rows: known ?? (await putBy(survey, program)), program } };
  return { records, ground, aside, survey: record, protocol, plots: marksOf(ground, survey), under };
}

/** Rows that were put by; those of another program are made anew, whatever they follow from. */
async function putBy(survey: string, program: string): Promise<KnownRows> {
  const { kept } = await keptHead(survey, program);
  return new Map(kept?.program === program ? (await keptRows(survey)).map((r) => [r.id, r]) : []);
}

/** A book of what trees lean on and of some trees. */
export const bookOf = ({ records, aside }: SheetBase, ofTrees: readonly AnyRecord[]): Book =>
  new Book([...records, ...(aside.size === 0 ? ofTrees : ofTrees.filter((r) => !aside.has(r.id)))]);

/** The rows of a stretch of trees. */
export async function rowsIn(base: SheetBase, stretch: Stretch): Promise<readonly TreeRow[]> {
  const survey = base.survey.entity;
  const { from, before } = stretch;
  // trees that may judge each other are in the book whether they are of it or not
  const isOfIt = (tree: string) => tree >= from && (before === null || tree < before);
  return rowsOf(bookOf(base, await recordsIn(survey, stretch)), survey, base.under, isOfIt);
}
