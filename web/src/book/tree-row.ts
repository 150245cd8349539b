import { type Answer, byGravity, type Finding, type LogRuleName, type ProtocolOptions } from '@arbolito/core';
import murmur from 'imurmurhash';
import type { RecordOf } from '../contract/envelope';
import type { Book } from './book';
import { treeOutcome } from './outcome';
import type { BookTree } from './tree';
import { byId } from './versions';

/** A tree in its survey's list: plain figures, SI, that can be posted and put by. */
export interface TreeRow {
  readonly id: string;
  readonly tag: string;
  readonly plot: string | null;
  readonly species: string | null;
  readonly dbh: number | null;
  /** Each stem that has a diameter. */
  readonly stems: readonly { readonly dbh: number; readonly pom: number }[];
  /** Whether its stems are measured each for itself, so that the tree has no one diameter. */
  readonly apart: boolean;
  readonly height: number | null;
  /** Standard error of the height. */
  readonly sigma: number | null;
  readonly basalArea: number | null;
  readonly volume: number | null;
  readonly boards: { readonly count: number; readonly boardFeet: Readonly<Record<LogRuleName, number>> } | null;
  /** What its own readings give cause to say. */
  readonly findings: readonly Finding[];
  /** What the other trees of its survey do. */
  readonly among: readonly Finding[];
  /** Why the tree can't be derived at all, or counts for nothing. */
  readonly trouble: string | null;
  readonly readings: number;
  /** Id of its newest reading: ids go by time. */
  readonly newest: string;
  /** The same in two trees that read exactly alike; '' where so little was read that it may well be alike. */
  readonly read: string;
  /** What its figures follow from, in short: as long as that stays, so do they. '' where nobody asked. */
  readonly from: string;
}

/** All that is to be said of a tree, the gravest first. */
export const findingsIn = (row: TreeRow): readonly Finding[] =>
  row.among.length === 0 ? row.findings : byGravity([...row.findings, ...row.among]);

/** Whether somebody should look at a tree: something is wrong or doubtful. A flag or an advice alone is no doubt. */
export const isDoubtful = (row: TreeRow): boolean => row.trouble !== null || row.findings.some(isDoubt) || row.among.some(isDoubt);
const isDoubt = (f: Finding) => f.severity !== 'advice';

/** Rows that were worked out another time, by tree: what follows from the same is not worked out again. */
export type KnownRows = ReadonlyMap<string, TreeRow>;

/** What rows are made under. */
export interface RowsUnder {
  readonly protocol: ProtocolOptions;
  /** Rows from before, and the program that made them and makes these now: where they are to be put by. */
  readonly known?: { readonly rows: KnownRows; readonly program: string };
}

/** The rows of a survey's trees that are in the book, each for itself, by id. */
export const rowsOf = (book: Book, survey: string, under: RowsUnder): readonly TreeRow[] =>
  [
    ...book.treesOf(survey).map((t) => rowOf(book, t, under)),
    ...book.contestedTreesOf(survey).map((t) => undecidedRow(t.heads.at(-1) as RecordOf<'tree'>)),
  ].sort(byId);

function rowOf(book: Book, record: RecordOf<'tree'>, { protocol, known }: RowsUnder): TreeRow {
  const tree = book.tree(record.entity);
  // a tree that is listed is in the book
  if (!tree) throw new Error(`tree ${record.entity} is not in the book`);
  const species = book.find('species', record.body.species)?.body.name ?? null;
  const from = known ? fromOf(tree, species, known.program, protocol) : '';
  const before = known?.rows.get(tree.id);
  return from !== '' && before?.from === from ? { ...before, among: NOTHING } : { ...worked(tree, species, protocol), from };
}
const NOTHING: readonly Finding[] = [];

const protocolTexts = new WeakMap<ProtocolOptions, string>();
function textOf(protocol: ProtocolOptions): string {
  const known = protocolTexts.get(protocol);
  if (known !== undefined) return known;
  const text = inShort(JSON.stringify(protocol));
  protocolTexts.set(protocol, text);
  return text;
}

/** Everything a row follows from, in short. */
function fromOf({ record, visits, ...tree }: BookTree, species: string | null, program: string, protocol: ProtocolOptions): string {
  const read = visits.map(({ id, on, inForce, eyeHeight }) => [id, on, inForce, eyeHeight]);
  const all = [record.body.tag, record.body.plot, species, tree.species, read, tree.contested.length, tree.readings.at(-1)?.id];
  return `${program} ${textOf(protocol)} ${inShort(JSON.stringify(all))}`;
}

/** A text in 64 bits: two that differ come out alike once in 10¹⁹ times. */
const inShort = (text: string): string => `${murmur(text, 1).result().toString(36)}.${murmur(text, 2).result().toString(36)}`;

const or = <T, V>(part: Answer<T> | undefined, value: (t: T) => V): V | null => (part?.ok ? value(part.value) : null);

function worked(tree: BookTree, species: string | null, protocol: ProtocolOptions): TreeRow {
  const outcome = treeOutcome(tree, protocol);
  const result = outcome.ok ? outcome.result : undefined;
  const read = tree.inForce.map(({ id: _, station: __, ...r }) => r);
  const trouble = tree.contested.length > 0 ? UNDECIDED : null;
  return {
    id: tree.id,
    tag: tree.record.body.tag,
    plot: tree.record.body.plot ?? null,
    species,
    dbh: or(result?.dbh, (d) => d.value),
    stems: (result?.stems ?? []).flatMap((s) => (s.dbh.ok ? [{ dbh: s.dbh.value.value, pom: s.dbh.value.pom }] : [])),
    apart: result !== undefined && !result.dbh.ok && result.dbh.code === 'stems-stand-alone',
    height: or(result?.height, (h) => h.value),
    sigma: or(result?.height, (h) => h.sigma),
    basalArea: or(result?.basalArea, (g) => g.value),
    volume: or(result?.cubic, (v) => v.value),
    boards: or(result?.boards, ({ count, boardFeet }) => ({ count, boardFeet })),
    findings: outcome.ok ? outcome.findings : NOTHING,
    among: NOTHING,
    trouble: outcome.ok ? trouble : outcome.error.message,
    readings: tree.inForce.length,
    newest: tree.readings.reduce((last, r) => (r.id > last ? r.id : last), tree.id),
    // a single figure may well be another tree's too
    read: read.length < 3 ? '' : inShort(JSON.stringify(read)),
    from: '',
  };
}
const UNDECIDED = 'Two versions of a reading contradict each other: choose one in its history.';

/** Two people said of the tree itself what can't both be: it is listed and counted as nothing until one decides. */
const undecidedRow = ({ entity, body }: RecordOf<'tree'>): TreeRow => ({
  id: entity,
  tag: body.tag,
  plot: body.plot ?? null,
  species: null,
  dbh: null,
  stems: [],
  apart: false,
  height: null,
  sigma: null,
  basalArea: null,
  volume: null,
  boards: null,
  findings: NOTHING,
  among: NOTHING,
  trouble: 'Two versions of this tree contradict each other, or a newer Arbolito wrote one: it is left out until that is decided.',
  readings: 0,
  newest: entity,
  read: '',
  from: '',
});
