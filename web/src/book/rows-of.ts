import { type Answer, DomainError, type Finding, type ProtocolOptions, productOf, type TreeResult } from '@arbolito/core';
import type { RecordOf } from '../contract/envelope';
import { notCounted, saidOf, unanswered, wrongAnswers } from './asked';
import type { Book } from './book';
import { asCalled, type CalledQuantity, countOf } from './called';
import { outOf } from './cant-be';
import { inputOf, tryResult } from './derive';
import { inShort } from './in-short';
import { isOut, type JudgedPlot, NOT_PLACED, onPlot, PlotsOf } from './on-plot';
import { treeOutcome } from './outcome';
import { fromOf } from './row-from';
import { positionOf } from './sample';
import { seenOf } from './seen';
import type { BookTree } from './tree';
import { type TreeRow, UNDECIDED_TREE } from './tree-row';
import { byId, settled } from './versions';

/** Rows that were worked out another time, by tree: what follows from the same is not worked out again. */
export type KnownRows = ReadonlyMap<string, TreeRow>;

/** What rows are made under. */
export interface RowsUnder {
  readonly protocol: ProtocolOptions;
  /** Rows from before, and the program that made them and makes these now: where they are to be put by. */
  readonly known?: {
    readonly rows: KnownRows;
    readonly program: string;
    /** What makes the text that a row follows from short, where that is not to be done as usual. */
    readonly short?: (text: string) => string;
  };
}

/**
 * The rows of a survey's trees that are in the book, each for itself, by id.
 * @param wanted which of them: all unless it is said
 */
export const rowsOf = (
  book: Book,
  survey: string,
  under: RowsUnder,
  wanted: (tree: string) => boolean = () => true,
): readonly TreeRow[] => {
  const plots = new PlotsOf(book, survey);
  const some = <R extends RecordOf<'tree'>>(trees: readonly R[]) => trees.filter((t) => wanted(t.entity));
  return [
    ...some(book.treesOf(survey)).map((t) => rowOf(book, t, under, plots.of(t.body.plot ?? null))),
    ...some(book.contestedTreesOf(survey).map((t) => t.heads.at(-1) as RecordOf<'tree'>)).map((t) =>
      emptyRow(t, { trouble: UNDECIDED_TREE }),
    ),
    ...some(book.struckTreesOf(survey)).map((t) => struckRow(t, book.find('species', t.body.species))),
  ].sort(byId);
};

/** The rows of some trees of a survey, struck-out ones too; those that are not in the book have none. */
export function rowsOfTrees(book: Book, survey: string, trees: readonly string[], under: RowsUnder): readonly TreeRow[] {
  const plots = new PlotsOf(book, survey);
  return trees.flatMap((id) => {
    const record = book.find('tree', id);
    if (!record) return [];
    return book.isStruck(id)
      ? struckRow(record, book.find('species', record.body.species))
      : rowOf(book, record, under, plots.of(record.body.plot ?? null));
  });
}

/** The row of a tree that is called and not kept yet: nothing is read of it. */
export const rowOfCalled = (
  record: RecordOf<'tree'>,
  species: RecordOf<'species'> | null,
  protocol: ProtocolOptions,
  plot: JudgedPlot | null,
): TreeRow => worked(aloneTree(record, species), species?.body.name ?? null, protocol, plot);

/**
 * The rows of trees of which there is one record and nothing else, without their being in the book: what `rowsOf` says of
 * them when they are. Most trees of a tally are such.
 */
export function rowsOfAlone(book: Book, survey: string, records: readonly RecordOf<'tree'>[], under: RowsUnder): readonly TreeRow[] {
  const plots = new PlotsOf(book, survey);
  return records.map((record) => {
    const species = book.find('species', record.body.species);
    if (book.isPartOfStruck(record)) return struckRow(record, species);
    return rowOfTree(aloneTree(record, species), species?.body.name ?? null, under, plots.of(record.body.plot ?? null));
  });
}

function aloneTree(record: RecordOf<'tree'>, species: RecordOf<'species'> | null): BookTree {
  const called = asCalled(record.body.called, []);
  const nothing = { stems: [], visits: [], readings: [], eyeHeight: null, inForce: [], contested: [], confirmed: [] };
  return { id: record.entity, record, species: species?.body.figures ?? {}, called, ...nothing };
}

function rowOf(book: Book, record: RecordOf<'tree'>, under: RowsUnder, plot: JudgedPlot | null): TreeRow {
  const tree = book.tree(record.entity);
  // a tree that is listed is in the book
  if (!tree) throw new Error(`tree ${record.entity} is not in the book`);
  return rowOfTree(tree, book.find('species', record.body.species)?.body.name ?? null, under, plot);
}

function rowOfTree(tree: BookTree, species: string | null, { protocol, known }: RowsUnder, plot: JudgedPlot | null): TreeRow {
  const from = known ? fromOf(tree, species, known.program, protocol, plot, callerOf(tree), known.short) : '';
  const before = known?.rows.get(tree.id);
  return from !== '' && before?.from === from
    ? { ...before, among: NOTHING, wantsHeight: false }
    : worked(tree, species, protocol, plot, from);
}
const NOTHING: readonly Finding[] = [];

const or = <T, V>(part: Answer<T> | undefined, value: (t: T) => V): V | null => (part?.ok ? value(part.value) : null);

function worked(tree: BookTree, species: string | null, protocol: ProtocolOptions, plot: JudgedPlot | null, from = ''): TreeRow {
  const outcome = treeOutcome(tree, protocol);
  const result = outcome.ok ? outcome.result : undefined;
  const findings = outcome.ok ? outcome.findings : NOTHING;
  const read = tree.inForce.map(({ id: _, station: __, ...r }) => r);
  const basalArea = or(result?.basalArea, (g) => g.value);
  const own = or(result?.height, (h) => ({ height: h.value, sigma: h.sigma, on: null, volume: or(result?.cubic, (v) => v.value) }));
  const tall = own ?? earlierHeight(tree, protocol, basalArea);
  const stands = plot ? onPlot(tree.record, plot, result) : NOT_PLACED;
  const said = saidOf(tree.record.body);
  const thickest = largestOf(result);
  const judged = { out: isOut(stands), underRule: stands.unsaid?.code === 'too-thin' };
  const [wrong] = wrongAnswers(said, protocol);
  return {
    ...blank(tree.record),
    species,
    dbh: or(result?.dbh, (d) => d.value),
    called: tree.called.quantities,
    product: productOf(thickest, protocol.products, tree.record.body.product ?? null),
    stems: (result?.stems ?? []).flatMap((s) => (s.dbh.ok ? [{ dbh: s.dbh.value.value, pom: s.dbh.value.pom }] : [])),
    apart: result !== undefined && !result.dbh.ok && result.dbh.code === 'stems-stand-alone',
    height: tall?.height ?? null,
    sigma: tall?.sigma ?? null,
    heightOn: tall?.on ?? null,
    byEye: byEyeOf(tree, result),
    basalArea,
    volume: tall?.volume ?? null,
    boards: or(result?.boards, ({ count, boardFeet }) => ({ count, boardFeet })),
    findings,
    seen: seenOf(tree.confirmed),
    onPlot: stands,
    said,
    unanswered: unanswered(said, protocol),
    notCounted: notCounted(said, thickest > 0 ? thickest : null, judged, protocol),
    out: outOf(findings),
    trouble: outcome.ok ? (tree.contested.length > 0 ? UNDECIDED : (wrong ?? manyMeasured(tree))) : outcome.error.message,
    readings: tree.inForce.length,
    newest: tree.readings.reduce((last, r) => (r.id > last ? r.id : last), tree.id),
    on: tree.visits.at(-1)?.on ?? null,
    // a single figure may well be another tree's too
    read: read.length < 3 ? '' : inShort(JSON.stringify(read)),
    from,
  };
}
/** Of several alike one was measured, and nobody said which. */
const manyMeasured = ({ called: { count }, inForce }: BookTree): string | null => {
  return count > 1 && inForce.length > 0
    ? `It stands for ${count} alike, and one of them was measured: make that one its own. Until then all count as they were called.`
    : null;
};

/** Who called a tree's height by eye last; null where nobody with a name did. */
const callerOf = ({ readings }: Pick<BookTree, 'readings'>): string | null =>
  readings.findLast((e) => settled(e)?.body.read.kind === 'called-height')?.heads[0]?.person ?? null;

/** A height called by eye against the measured one, with whose eye it was; null where there are not both. */
export function byEyeOf(tree: BookTree, result: TreeResult | undefined): TreeRow['byEye'] {
  const share = result?.told.called?.share ?? null;
  const person = share === null ? null : callerOf(tree);
  return share === null || person === null ? null : { person, share };
}

const UNDECIDED = 'Two versions of a reading contradict each other: choose one under its visits.';

/**
 * The height of the newest earlier visit that has one: a tree that is only taped again keeps it in the sums, with its day.
 * Its volume is that height over the diameter of today. Growth is never taken from it.
 */
function earlierHeight(tree: BookTree, protocol: ProtocolOptions, basalArea: number | null) {
  for (const visit of tree.visits.slice(0, -1).reverse()) {
    const result = tryResult(inputOf(tree, protocol, visit));
    if (result instanceof DomainError || !result.height.ok) continue;
    const { value: height, sigma } = result.height.value;
    const volume = basalArea !== null && result.cubic.ok ? result.cubic.value.formFactor * basalArea * height : null;
    return { height, sigma, on: visit.on, volume };
  }
  return null;
}

/** The thickest stem, metres: it says what the tree is grown for. */
const largestOf = (result: TreeResult | undefined): number =>
  (result?.stems ?? []).reduce((most, { dbh }) => (dbh.ok && dbh.value.value > most ? dbh.value.value : most), 0);

const NONE_CALLED: readonly CalledQuantity[] = [];

/** A row of which nothing is worked out, with what is known all the same. */
const emptyRow = (record: RecordOf<'tree'>, known: Partial<TreeRow>): TreeRow => ({ ...blank(record), ...known });

const struckRow = (record: RecordOf<'tree'>, species: RecordOf<'species'> | null): TreeRow =>
  emptyRow(record, { struck: true, species: species?.body.name ?? null });

const blank = ({ entity, body }: RecordOf<'tree'>): TreeRow => ({
  id: entity,
  tag: body.tag,
  plot: body.plot ?? null,
  species: null,
  product: null,
  dbh: null,
  count: countOf(body.called),
  called: NONE_CALLED,
  stems: [],
  apart: false,
  height: null,
  sigma: null,
  heightOn: null,
  byEye: null,
  place: positionOf(body),
  onPlot: NOT_PLACED,
  said: saidOf(body),
  unanswered: [],
  wantsHeight: false,
  notCounted: null,
  basalArea: null,
  volume: null,
  boards: null,
  findings: NOTHING,
  among: NOTHING,
  seen: [],
  out: [],
  struck: false,
  trouble: null,
  readings: 0,
  newest: entity,
  on: null,
  read: '',
  from: '',
});
