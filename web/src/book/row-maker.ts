import { type Finding, type ProtocolOptions, productOf } from '@arbolito/core';
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
import type { BookTree, BookVisit } from './tree';
import { figuresOf } from './tree-figures';
import type { TreeRow } from './tree-row';

const NOTHING: readonly Finding[] = [];

/** Makes the rows of trees of a survey, each for itself: what a book says of them under a protocol. */
export class RowMaker {
  private readonly plots: PlotsOf;

  constructor(
    private readonly book: Book,
    survey: string,
    private readonly protocol: ProtocolOptions,
  ) {
    this.plots = new PlotsOf(book, survey);
  }

  /** Everything that the rows of a tree follow from, in short. */
  from(id: string): string {
    const { record, tree, species, plot } = this.gather(id);
    if (!tree) return inShort(`struck ${JSON.stringify(record.body)} ${species}`);
    return fromOf(tree, species, this.protocol, plot, callerOf(tree));
  }

  /** The rows of a tree: one a visit, the last one last; one of a tree that was not measured, or was struck out. */
  rows(id: string): readonly TreeRow[] {
    const visits = this.book.tree(id)?.visits.length ?? 0;
    return [...Array.from({ length: visits - 1 }, (_, i) => ({ ...this.row(id, i), last: false })), this.last(id)];
  }

  /** The row of the last visit. */
  last(id: string): TreeRow {
    return this.row(id, null);
  }

  /** @param visit which one; null for the last */
  private row(id: string, visit: number | null): TreeRow {
    const { record, tree: whole, species, plot } = this.gather(id);
    if (!whole) return { ...blank(record), struck: true, species };
    const tree = visit === null ? whole : asOf(whole, visit);
    return orTrouble(tree, () => worked(tree, species, this.protocol, plot));
  }

  /** @throws Error of a tree that is not in the book */
  private gather(id: string) {
    const record = this.book.find('tree', id);
    if (!record) throw new Error(`tree ${id} is not in the book`);
    return {
      record,
      /** Null of one that is struck out. */
      tree: this.book.tree(id),
      species: this.book.find('species', record.body.species)?.body.name ?? null,
      plot: this.plots.of(record.body.plot ?? null),
    };
  }
}

/** A tree as it stood at one of its visits. What was called of it stands for no visit: only the last one has it. */
function asOf(tree: BookTree, visit: number): BookTree {
  const visits = tree.visits.slice(0, visit + 1);
  const { readings, inForce, eyeHeight } = visits[visit] as BookVisit;
  return { ...tree, visits, readings, inForce, eyeHeight, called: { ...NOT_CALLED, count: tree.called.count } };
}
const NOT_CALLED = asCalled(null, []);

/** The row of a tree that is called and not kept yet: nothing is read of it. */
export const rowOfCalled = (
  record: Stated<'tree'>,
  species: Stated<'species'> | null,
  protocol: ProtocolOptions,
  plot: JudgedPlot | null,
): TreeRow => worked(aloneTree(record, species), species?.body.name ?? null, protocol, plot);

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

const visitOf = (tree: BookTree): string | null => tree.visits.at(-1)?.id ?? null;

/** A tree that the program can't work out says so: it takes no other tree's figures with it. */
function orTrouble(tree: BookTree, work: () => TreeRow): TreeRow {
  try {
    return work();
  } catch (e) {
    console.error(`tree ${tree.id} could not be calculated: ${(e as Error).stack}`);
    const trouble = `The figures of this tree could not be calculated: ${(e as Error).message}. Look at its readings.`;
    // each visit has its own row, whatever can be said of it
    return { ...blank(tree.record), visit: visitOf(tree), trouble };
  }
}
function worked(tree: BookTree, species: string | null, protocol: ProtocolOptions, plot: JudgedPlot | null): TreeRow {
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
    read: readOf(tree),
    visit: visitOf(tree),
    last: true,
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

/** A row of which nothing is worked out. */
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
  visit: null,
  last: true,
});
