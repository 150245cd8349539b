import { type Finding, type ProtocolOptions, productOf } from '@arbolito/core';
import type { RecordOf } from '../contract/envelope';
import { notCounted, saidOf, unanswered, wrongAnswers } from './asked';
import type { Book } from './book';
import { callerOf } from './by-eye';
import { asCalled, type CalledQuantity, countOf } from './called';
import { conflictsIn, sayConflicts } from './conflict-words';
import { inShort } from './in-short';
import { isOut, type JudgedPlot, NOT_PLACED, onPlot, PlotsOf } from './on-plot';
import { fromOf } from './row-from';
import { positionOf } from './sample';
import type { Stated } from './things';
import type { BookTree } from './tree';
import { figuresOf } from './tree-figures';
import type { TreeRow } from './tree-row';
import { byId } from './versions';

/** Rows that were worked out another time, by tree: what follows from the same is not worked out again. */
export type KnownRows = ReadonlyMap<string, TreeRow>;

/** What rows are made under. */
export interface RowsUnder {
  readonly protocol: ProtocolOptions;
  /** False where nobody looks for trees that read alike: then no row says what was read. */
  readonly alike?: false;
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
  const some = <R extends Stated<'tree'>>(trees: readonly R[]) => trees.filter((t) => wanted(t.entity));
  return [
    ...some(book.treesOf(survey)).map((t) => rowOf(book, t, under, plots.of(t.body.plot ?? null))),
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
  record: Stated<'tree'>,
  species: Stated<'species'> | null,
  protocol: ProtocolOptions,
  plot: JudgedPlot | null,
): TreeRow => worked(aloneTree(record, species), species?.body.name ?? null, { protocol }, plot);

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

function aloneTree(record: Stated<'tree'>, species: Stated<'species'> | null): BookTree {
  return {
    id: record.entity,
    record,
    species: species?.body.figures ?? {},
    called: asCalled(record.body.called, []),
    stems: [],
    visits: [],
    readings: [],
    eyeHeight: null,
    inForce: [],
    contested: [],
    openStrikeOuts: [],
    confirmed: [],
  };
}

function rowOf(book: Book, record: Stated<'tree'>, under: RowsUnder, plot: JudgedPlot | null): TreeRow {
  const tree = book.tree(record.entity);
  // a tree that is listed is in the book
  if (!tree) throw new Error(`tree ${record.entity} is not in the book`);
  return rowOfTree(tree, book.find('species', record.body.species)?.body.name ?? null, under, plot);
}

function rowOfTree(tree: BookTree, species: string | null, under: RowsUnder, plot: JudgedPlot | null): TreeRow {
  const { protocol, known } = under;
  const from = known ? fromOf(tree, species, known.program, protocol, plot, callerOf(tree), known.short) : '';
  const before = known?.rows.get(tree.id);
  return from !== '' && before?.from === from
    ? { ...before, among: NOTHING, wantsHeight: false }
    : orTrouble(tree, () => worked(tree, species, under, plot, from));
}

/** A tree that the program can't work out says so: it takes no other tree's figures with it. */
function orTrouble(tree: BookTree, work: () => TreeRow): TreeRow {
  try {
    return work();
  } catch (e) {
    console.error(`tree ${tree.id} could not be calculated: ${(e as Error).stack}`);
    const trouble = `The figures of this tree could not be calculated: ${(e as Error).message}. Look at its readings.`;
    return { ...blank(tree.record), trouble };
  }
}
const NOTHING: readonly Finding[] = [];

function worked(tree: BookTree, species: string | null, { protocol, alike }: RowsUnder, plot: JudgedPlot | null, from = ''): TreeRow {
  const { figures, thickest, result } = figuresOf(tree, protocol);
  const stands = plot ? onPlot(tree.record, plot, result) : NOT_PLACED;
  const said = saidOf(tree.record.body);
  const judged = { out: isOut(stands), underRule: stands.unsaid?.code === 'too-thin' };
  const [wrong] = wrongAnswers(said, protocol);
  const { body } = tree.record;
  // every field by its name: to put objects together takes longer than all the rest of a tree that was only called
  return {
    id: tree.id,
    tag: body.tag,
    plot: body.plot ?? null,
    species,
    speciesId: body.species ?? null,
    product: productOf(thickest, protocol.products, body.product ?? null),
    dbh: figures.dbh,
    count: tree.called.count,
    called: tree.called.quantities,
    stems: figures.stems,
    apart: figures.apart,
    height: figures.height,
    sigma: figures.sigma,
    heightOn: figures.heightOn,
    byEye: figures.byEye,
    basalArea: figures.basalArea,
    volume: figures.volume,
    boards: figures.boards,
    findings: figures.findings,
    out: figures.out,
    place: positionOf(body),
    wantsHeight: false,
    among: NOTHING,
    seen: tree.confirmed,
    struck: false,
    onPlot: stands,
    said,
    unanswered: unanswered(said, protocol),
    notCounted: notCounted(said, thickest > 0 ? thickest : null, judged, protocol),
    trouble: figures.trouble ?? sayConflicts(tree) ?? wrong ?? manyMeasured(tree),
    conflicts: conflictsIn(tree),
    readings: tree.inForce.length,
    newest: tree.readings.reduce((last, r) => (r.entity > last ? r.entity : last), tree.id),
    on: tree.visits.at(-1)?.on ?? null,
    read: alike === false ? '' : readOf(tree),
    from,
  };
}
/** What was read of a tree, in short. A single figure may well be another tree's too. */
const readOf = ({ inForce }: BookTree): string =>
  inForce.length < 3 ? '' : inShort(JSON.stringify(inForce.map(({ id: _, station: __, ...r }) => r)));

/** Of several alike one was measured, and nobody said which. */
const manyMeasured = ({ called: { count }, inForce }: BookTree): string | null => {
  return count > 1 && inForce.length > 0
    ? `It stands for ${count} alike, and one of them was measured: make that one its own. Until then all count as they were called.`
    : null;
};

const NONE_CALLED: readonly CalledQuantity[] = [];

/** A row of which nothing is worked out, with what is known all the same. */
const emptyRow = (record: Stated<'tree'>, known: Partial<TreeRow>): TreeRow => ({ ...blank(record), ...known });

const struckRow = (record: Stated<'tree'>, species: Stated<'species'> | null): TreeRow =>
  emptyRow(record, { struck: true, species: species?.body.name ?? null });

const blank = ({ entity, body }: Stated<'tree'>): TreeRow => ({
  id: entity,
  tag: body.tag,
  plot: body.plot ?? null,
  species: null,
  speciesId: body.species ?? null,
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
  conflicts: 0,
  readings: 0,
  newest: entity,
  on: null,
  read: '',
  from: '',
});
