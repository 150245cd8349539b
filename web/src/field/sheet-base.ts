import { Book } from '../book/book';
import { type RowsUnder, rowsOf } from '../book/rows-of';
import { marksOf, type PlotMark, type SurveyHead } from '../book/summary';
import type { TreeRow } from '../book/tree-row';
import type { AnyRecord } from '../contract/envelope';
import { SHARED } from '../contract/scope';
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
 * @param paired trees of which readings may judge each other
 * @param known rows of it that were made before, and the program that makes them
 */
export async function readBase(
  survey: string,
  paired: readonly string[],
  known: NonNullable<RowsUnder['known']>,
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
  return { records, ground, aside, survey: record, protocol, plots: marksOf(ground, survey), under: { protocol: protocol.options, known } };
}

/** The rows of a stretch of trees. */
export async function rowsIn(base: SheetBase, stretch: Stretch): Promise<readonly TreeRow[]> {
  const { from, before } = stretch;
  return rowsWith(base, await recordsIn(base.survey.entity, stretch), (tree) => tree >= from && (before === null || tree < before));
}

/** The rows of some trees. */
export async function rowsOfThese(base: SheetBase, trees: readonly string[]): Promise<readonly TreeRow[]> {
  const records = (await Promise.all(trees.map((tree) => load(base.survey.entity, tree)))).flat();
  const these = new Set(trees);
  return rowsWith(base, records, (tree) => these.has(tree));
}

/** @param wanted trees that may judge each other are in the book whether they are wanted or not */
function rowsWith({ records, aside, survey, under }: SheetBase, ofTrees: readonly AnyRecord[], wanted: (tree: string) => boolean) {
  const counted = aside.size === 0 ? ofTrees : ofTrees.filter((r) => !aside.has(r.id));
  return rowsOf(new Book([...records, ...counted]), survey.entity, under, wanted);
}
