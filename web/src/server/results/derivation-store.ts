import { and, eq, sql } from 'drizzle-orm';
import { v7 } from 'uuid';
import type { ToolError } from '../../book/tool-errors';
import type { AnyRecord } from '../../contract/envelope';
import { SHARED } from '../../contract/scope';
import {
  type Cursor,
  type DerivationStore,
  type Derived,
  FIRST,
  type Kept,
  LAST,
  type News,
  Superseded,
  type Version,
  type Which,
} from '../../derivation/store';
import type { Db, Tx } from '../db';
import { surveyState } from '../schema/index';
import { lastOf } from '../scope-repository';
import { contextRecords, filedAfter, fileRecords, partAfter, recordsOf, sharedAfter } from './filing';
import { dropRows, errorsIn, hashesOf, treesOn, treesReadBy, writeRows } from './tree-rows';

/** So many records are worked with at once: a few seconds' work at most is lost when it is interrupted. */
const RECORDS_AT_ONCE = 5_000;

const cursorOf = (own: number, shared: number): Cursor => `${own} ${shared}`;
const placesIn = (cursor: Cursor): readonly [own: number, shared: number] => cursor.split(' ').map(Number) as [number, number];

export type SurveyState = typeof surveyState.$inferSelect;
/** How a survey is derived; null where nobody ever began. */
export async function stateOf(db: Db, scope: string): Promise<SurveyState | null> {
  const [row] = await db.select().from(surveyState).where(eq(surveyState.scope, scope));
  return row ?? null;
}
/** How a survey was derived last; null where it never was to its end. */
export function derivedIn(state: SurveyState | null): Derived | null {
  if (state?.cursor == null || state.code === null || state.built === null) return null;
  return { cursor: state.cursor, version: { code: state.code, built: state.built }, errors: state.errors as readonly ToolError[] };
}
/** How the records of a survey stand now; null where there is no such survey. */
export async function cursorNow(db: Db, scope: string): Promise<Cursor | null> {
  const [own, shared] = await Promise.all([lastOf(db, scope), lastOf(db, SHARED)]);
  return own === null ? null : cursorOf(own, shared ?? 0);
}

/** A survey's records and rows in the database. */
export class ServerStore implements DerivationStore {
  private read: { readonly of: string; readonly context: Promise<readonly AnyRecord[]> } | null = null;

  /** @param atOnce so many records are worked with at once */
  constructor(
    private readonly db: Db,
    readonly survey: string,
    private readonly atOnce = RECORDS_AT_ONCE,
  ) {}

  cursor = () => cursorNow(this.db, this.survey);
  derived = async () => derivedIn(await stateOf(this.db, this.survey));
  treesOnPlots = (plots: readonly string[]) => treesOn(this.db, this.survey, plots);
  treesReadBy = (who: ReadonlySet<string>) => treesReadBy(this.db, this.survey, who);
  toolErrors = () => errorsIn(this.db, this.survey);
  recordsOf = (which: Which) => recordsOf(this.db, this.survey, which);
  hashes = (which: Which) => hashesOf(this.db, this.survey, which);

  async newsSince(cursor: Cursor): Promise<readonly News[]> {
    const [own, shared] = placesIn(cursor);
    await this.file();
    return (await Promise.all([filedAfter(this.db, this.survey, own), sharedAfter(this.db, shared)])).flat();
  }

  async *parts(): AsyncGenerator<Which> {
    let after = FIRST;
    for (;;) {
      const to = await partAfter(this.db, this.survey, after, this.atOnce);
      // rows after the last tree that has records are of trees that are gone
      yield { after, to: to ?? LAST };
      if (to === null) return;
      after = to;
    }
  }

  /** The same for all parts of a pass, and for the sums after it. */
  context(cursor: Cursor): Promise<readonly AnyRecord[]> {
    if (this.read?.of === cursor) return this.read.context;
    const context = contextRecords(this.db, this.survey);
    this.read = { of: cursor, context };
    // what could not be read is read again the next time
    context.catch(() => {
      this.read = null;
    });
    return context;
  }

  async begin({ code }: Version): Promise<string> {
    await this.file();
    const pass = v7();
    const cursor = sql`case when ${surveyState.code} = ${code} then ${surveyState.cursor} end`;
    await this.db.update(surveyState).set({ pass, done: 0, cursor }).where(eq(surveyState.scope, this.survey));
    return pass;
  }

  keep(pass: string, { made, gone, trees }: Kept): Promise<void> {
    return this.db.transaction(async (tx) => {
      await writeRows(tx, this.survey, made);
      await dropRows(tx, gone);
      // at the end: parts beside each other write at one time, and wait here for a moment only
      await this.step(tx, pass, { done: sql`${surveyState.done} + ${trees}` });
    });
  }

  async end(pass: string, { cursor, version, errors }: Derived): Promise<void> {
    const at = new Date().toISOString();
    await this.step(this.db, pass, { cursor, ...version, errors, at, pass: null });
  }

  private async step(tx: Db | Tx, pass: string, set: object): Promise<void> {
    const mine = and(eq(surveyState.scope, this.survey), eq(surveyState.pass, pass));
    const rows = await tx.update(surveyState).set(set).where(mine).returning({ scope: surveyState.scope });
    if (rows.length === 0) throw new Superseded();
  }

  /** Files by tree what is not yet. */
  private async file(): Promise<void> {
    const before = (await stateOf(this.db, this.survey))?.filed ?? 0;
    const filed = await fileRecords(this.db, this.survey, before);
    await this.db
      .insert(surveyState)
      .values({ scope: this.survey, filed })
      .onConflictDoUpdate({ target: surveyState.scope, set: { filed: sql`greatest(${surveyState.filed}, ${filed})` } });
  }
}
