import { Book } from '../book/book';
import { inShort } from '../book/in-short';
import { RowMaker } from '../book/row-maker';
import { addUp, changedFor, type ToolError } from '../book/tool-errors';
import type { AnyRecord } from '../contract/envelope';
import {
  type Cursor,
  type DerivationStore,
  type Derived,
  type Hashes,
  isAmong,
  type Kept,
  type News,
  type TreeRows,
  type Version,
  type Which,
} from './store';

/** So many trees of which something is new are worked out at once. */
const TREES_AT_ONCE = 2000;
/** So many parts are under way. */
const AT_ONCE = 3;

/** A part of a pass: plain, so that another thread can work it out. */
export interface Part {
  readonly survey: string;
  readonly pass: string;
  readonly cursor: Cursor;
  readonly which: Which;
  /** What pairs of readings say of tools, as far as it is known when the part begins. */
  readonly errors: readonly ToolError[];
  /** Whether the rows that are there were made by this code: then those of the same inputs are left. */
  readonly same: boolean;
}
/** What came of it: trees whose rows were made anew, and trees that have none any more. */
export interface PartDone {
  readonly made: readonly string[];
  readonly gone: readonly string[];
  readonly trees: number;
}

/** How it is done. */
export interface Doing {
  readonly version: Version;
  /** Told after each part, once it is kept. */
  readonly tell?: (part: PartDone) => void;
  /** What works a part out and keeps it: `derivePart` in place unless said otherwise. */
  readonly work?: (part: Part) => Promise<PartDone>;
}

/** What a newer code made stays as it is. */
export class MadeByNewer extends Error {
  constructor() {
    super('a newer Arbolito calculated this survey: reload this page, or update this server');
  }
}

/**
 * Brings the rows of a survey up to its records: those of trees that something new may change, or of all of them. Rows whose
 * inputs are as they were are left as they are.
 * @returns how it stands; null where there is no such survey
 * @throws MadeByNewer, Superseded; what a part threw, once the parts beside it have ended
 */
export async function derive(store: DerivationStore, doing: Doing): Promise<Derived | null> {
  const { version } = doing;
  // read before the records are: what comes meanwhile is for the next time
  const cursor = await store.cursor();
  if (cursor === null) return null;
  const before = await store.derived();
  const same = before?.version.code === version.code;
  if (before && isNewer(before.version, version)) throw new MadeByNewer();
  if (same && before.cursor === cursor) return before;
  const news = same ? await store.newsSince(before.cursor) : null;
  const touched = news && (await touchedBy(store, news));
  const pass = await store.begin(version);
  const known = before?.errors ?? [];
  const run = (parts: AsyncIterator<Which>, errors: readonly ToolError[]) =>
    workThrough(store, parts, { survey: store.survey, pass, cursor, same, errors }, doing);
  await run(touched ? some(touched) : store.parts(), known);
  const errors = addUp(await store.toolErrors());
  // what pairs say of a tool counts for every tree that was read with it
  const judged = await store.treesReadBy(changedFor(known, errors));
  await run(some(judged), errors);
  const derived = { cursor, version, errors };
  await store.end(pass, derived);
  return derived;
}

/** Whether other code is newer than this one. */
export const isNewer = (other: Version, own: Version): boolean => other.code !== own.code && other.built > own.built;

/** Kinds of which a new thing changes no tree that is there: trees that lean on it come after it. */
const NEW_CHANGES_NOTHING: ReadonlySet<string> = new Set([
  'species',
  'person',
  'protocol',
  'instrument',
  'plot',
  'stratum',
  'survey',
  'clock-check',
]);

/** The trees that news may change; null where that may be any of them. */
async function touchedBy(store: DerivationStore, news: readonly News[]): Promise<readonly string[] | null> {
  const trees = new Set<string>();
  const [plots, people] = [new Set<string>(), new Set<string>()];
  for (const { kind, entity, first, tree, person } of news) {
    if (tree !== null) trees.add(tree);
    else if (first && NEW_CHANGES_NOTHING.has(kind)) continue;
    // a plot that says something else of itself judges its own trees anew
    else if (kind === 'plot') plots.add(entity);
    else if (person !== null) people.add(person);
    else return null;
  }
  for (const tree of await store.treesOnPlots([...plots])) trees.add(tree);
  for (const tree of await store.treesReadBy(people)) trees.add(tree);
  return [...trees].sort();
}

async function* some(trees: readonly string[]): AsyncGenerator<Which> {
  for (let i = 0; i < trees.length; i += TREES_AT_ONCE) yield { trees: trees.slice(i, i + TREES_AT_ONCE) };
}

/** Works parts out, some beside each other. After one that fails no other begins, and it is thrown when all have ended. */
async function workThrough(
  store: DerivationStore,
  parts: AsyncIterator<Which>,
  of: Omit<Part, 'which'>,
  { tell, work = (part) => derivePart(store, part) }: Doing,
): Promise<void> {
  const failed: unknown[] = [];
  const worker = async () => {
    try {
      for (let next = await parts.next(); failed.length === 0 && !next.done; next = await parts.next()) {
        const done = await work({ ...of, which: next.value });
        tell?.(done);
      }
    } catch (e) {
      failed.push(e);
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, worker));
  if (failed.length > 0) throw failed[0];
}

/** Works some trees out and keeps what came of them. */
export async function derivePart(store: DerivationStore, part: Part): Promise<PartDone> {
  const { which, pass, cursor } = part;
  const [context, records, hashes] = await Promise.all([store.context(cursor), store.recordsOf(which), store.hashes(which)]);
  const kept = rowsOfPart(part, context, records, hashes);
  await store.keep(pass, kept);
  return { made: kept.made.map((t) => t.tree), gone: kept.gone, trees: kept.trees };
}

/** Without the survey's protocol nothing can be said of its trees. */
function rowsOfPart(
  { survey, which, same, errors }: Part,
  context: readonly AnyRecord[],
  records: readonly AnyRecord[],
  hashes: ReadonlyMap<string, Hashes>,
): Kept {
  // a survey has plots by the thousand, and one on which none of these trees ever stood says nothing of them
  const plots = new Set(records.flatMap((r) => (r.kind === 'tree' ? [r.body.plot] : [])));
  const book = new Book([...context.filter((r) => r.kind !== 'plot' || plots.has(r.entity)), ...records]);
  book.kit.tell(survey, { all: errors });
  const protocol = book.protocolOf(book.find('survey', survey));
  const wanted = isAmong(which);
  const trees = protocol ? [...book.treesOf(survey), ...book.struckTreesOf(survey)].filter((t) => wanted(t.entity)) : [];
  const maker = protocol && new RowMaker(book, survey, protocol.options);
  const made: TreeRows[] = [];
  for (const { entity: tree } of trees) {
    if (!maker) continue;
    const { errors: own, readBy } = book.kit.toolErrorsOf(tree);
    const from = inShort(`${maker.from(tree)} ${JSON.stringify([own, readBy])}`);
    const before = hashes.get(tree);
    if (same && before?.from === from) continue;
    const rows = maker.rows(tree);
    const content = inShort(JSON.stringify([rows, own, readBy]));
    // a program that comes to the same writes nothing
    if (before?.from !== from || before.content !== content) made.push({ tree, rows, hashes: { from, content }, errors: own, readBy });
  }
  const here = new Set(trees.map((t) => t.entity));
  return { made, gone: [...hashes.keys()].filter((tree) => !here.has(tree)), trees: trees.length };
}
