import { v7 } from 'uuid';
import type { ToolError } from '../book/tool-errors';
import type { TreeRow } from '../book/tree-row';
import type { AnyRecord } from '../contract/envelope';
import { SHARED } from '../contract/scope';
import {
  type Cursor,
  type DerivationStore,
  type Derived,
  type Hashes,
  type Kept,
  type News,
  Superseded,
  type TreeRows,
  type Version,
  type Which,
} from '../derivation/store';
import { db } from './database';
import { revisionIn, revisionKey } from './filing';
import { stretch } from './packs';
import { UNFILED } from './schema';
import { load, rangesOf, recordsIn, unsent } from './store';

/** What the rows of a survey follow from: its own records, what every survey shares, and what nobody can file yet. */
export const scopesUnder = (survey: string): readonly [string, string, string] => [survey, SHARED, UNFILED];
const passKey = (survey: string) => `pass ${survey}`;

/** A survey's records and rows on this device. */
export class DeviceStore implements DerivationStore {
  private read: { readonly of: string; readonly context: Promise<readonly AnyRecord[]> } | null = null;

  /** @param kept told of each part once it is kept */
  constructor(
    readonly survey: string,
    private readonly kept: (part: Kept) => void = () => {},
  ) {}

  /** How often each scope under the survey was written to. */
  async cursor(): Promise<Cursor | null> {
    const tx = (await db()).transaction('meta');
    const writings = await Promise.all(scopesUnder(this.survey).map(async (s) => revisionIn(await tx.store.get(revisionKey(s)))));
    return writings[0] === 0 ? null : writings.join(' ');
  }
  async derived(): Promise<Derived | null> {
    return (await (await db()).get('derived', this.survey)) ?? null;
  }

  async newsSince(cursor: Cursor): Promise<readonly News[]> {
    const since = cursor.split(' ').map(Number);
    const tx = (await db()).transaction('changes');
    const index = tx.store.index('writing');
    const later = (scope: string, i: number) => index.getAll(IDBKeyRange.bound([scope, (since[i] ?? 0) + 1], [scope, []]));
    return (await Promise.all(scopesUnder(this.survey).map(later))).flat();
  }

  async treesOnPlots(plots: readonly string[]): Promise<readonly string[]> {
    const on = new Set<string | null>(plots);
    return plots.length === 0 ? [] : this.treesOf((t) => on.has(t.rows.at(-1)?.plot ?? null));
  }
  async treesReadBy(who: ReadonlySet<string>): Promise<readonly string[]> {
    return who.size === 0 ? [] : this.treesOf((t) => t.readBy.some((w) => who.has(w)));
  }
  private async treesOf(is: (tree: TreeRows) => boolean): Promise<readonly string[]> {
    return (await treeRowsOf(this.survey)).filter(is).map((t) => t.tree);
  }
  toolErrors = () => toolErrorsOf(this.survey);

  async *parts(): AsyncGenerator<Which> {
    // after the last tree that has records there may be rows of trees that are gone
    yield* await rangesOf(this.survey);
  }

  /** The same for all parts of a pass, and for the sums after it. */
  context(cursor: Cursor): Promise<readonly AnyRecord[]> {
    if (this.read?.of === cursor) return this.read.context;
    const context = contextOf(this.survey);
    this.read = { of: cursor, context };
    // what could not be read is read again the next time
    context.catch(() => {
      this.read = null;
    });
    return context;
  }

  async recordsOf(which: Which): Promise<readonly AnyRecord[]> {
    const records =
      'trees' in which
        ? (await Promise.all(which.trees.map((tree) => load(this.survey, tree)))).flat()
        : await recordsIn(this.survey, which);
    const aside = await setAside();
    return aside.size === 0 ? records : records.filter((r) => !aside.has(r.id));
  }

  async hashes(which: Which): Promise<ReadonlyMap<string, Hashes>> {
    const store = (await db()).transaction('treeRows').store;
    const found =
      'trees' in which
        ? (await Promise.all(which.trees.map((tree) => store.get([this.survey, tree])))).flatMap((t) => t ?? [])
        : await store.getAll(IDBKeyRange.bound([this.survey, which.after], [this.survey, which.to], true));
    return new Map(found.map((t) => [t.tree, t.hashes]));
  }

  async begin({ code }: Version): Promise<string> {
    const pass = v7();
    const tx = (await db()).transaction(['derived', 'meta'], 'readwrite');
    const before = await tx.objectStore('derived').get(this.survey);
    if (before && before.version.code !== code) tx.objectStore('derived').delete(this.survey);
    tx.objectStore('meta').put(pass, passKey(this.survey));
    await tx.done;
    return pass;
  }

  async keep(pass: string, part: Kept): Promise<void> {
    const tx = (await db()).transaction(['treeRows', 'toolErrors', 'meta'], 'readwrite');
    if ((await tx.objectStore('meta').get(passKey(this.survey))) !== pass) throw new Superseded();
    const [rows, errors] = [tx.objectStore('treeRows'), tx.objectStore('toolErrors')];
    for (const made of part.made) {
      const key: [string, string] = [this.survey, made.tree];
      rows.put(made, key);
      if (made.errors.length > 0) errors.put(made.errors, key);
      else errors.delete(key);
    }
    for (const tree of part.gone) {
      rows.delete([this.survey, tree]);
      errors.delete([this.survey, tree]);
    }
    await tx.done;
    this.kept(part);
  }

  async end(pass: string, derived: Derived): Promise<void> {
    const tx = (await db()).transaction(['derived', 'meta'], 'readwrite');
    if ((await tx.objectStore('meta').get(passKey(this.survey))) !== pass) throw new Superseded();
    tx.objectStore('derived').put(derived, this.survey);
    tx.objectStore('meta').delete(passKey(this.survey));
    await tx.done;
  }
}

/** What belongs to no tree, of a survey, of what every survey shares, and what nobody can file yet. */
export async function contextOf(survey: string): Promise<readonly AnyRecord[]> {
  const [aside, ...parts] = await Promise.all([setAside(), load(SHARED), load(UNFILED), load(survey, '')]);
  return parts.flat().filter((r) => !aside.has(r.id));
}

/** Records that were set aside: they are in no book. */
async function setAside(): Promise<ReadonlySet<string>> {
  return new Set((await unsent()).flatMap((u) => (u.aside ? [u.id] : [])));
}

/** The rows of a survey's trees, by tree. */
export async function treeRowsOf(survey: string): Promise<readonly TreeRows[]> {
  return (await db()).getAll('treeRows', stretch(survey));
}
/** Those of the last visits. */
export const lastRowsOf = async (survey: string): Promise<readonly TreeRow[]> =>
  (await treeRowsOf(survey)).flatMap((t) => t.rows.at(-1) ?? []);

/** What pairs of readings of a survey's trees say of tools, by tree. */
export async function toolErrorsOf(survey: string): Promise<ReadonlyMap<string, readonly ToolError[]>> {
  const tx = (await db()).transaction('toolErrors');
  const [keys, errors] = await Promise.all([tx.store.getAllKeys(stretch(survey)), tx.store.getAll(stretch(survey))]);
  return new Map(keys.map(([, tree], i) => [tree, errors[i] ?? []]));
}
