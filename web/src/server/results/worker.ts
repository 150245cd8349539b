import { derive } from '../../derivation/engine';
import type { Derived } from '../../derivation/store';
import { connect } from '../db';
import { type AskedFigures, answerFor, keptAnswer } from './answer';
import { ServerStore } from './derivation-store';
import { HeldRows } from './held-rows';
import { whileLocked } from './lock';
import { reasonOf } from './reason';
import { inThreads } from './threads';
import { VERSION } from './version';

/** What a worker thread is asked: to bring a survey's results up, and then, maybe, for its figures. */
export interface ResultsTask {
  readonly scope: string;
  readonly asked?: AskedFigures;
}
/** How a survey stands, with its figures where they were asked for. */
export interface ResultsDone {
  readonly state: Derived | null;
  readonly answer: string | null;
}

/** Why a task could not be done. */
export interface ResultsFailed {
  readonly failed: string;
}

let shared: ReturnType<typeof connect> | undefined;
const database = () => {
  shared ??= connect(process.env.DATABASE_URL ?? '', true);
  return shared;
};

/** Works in its own thread, with a connection of its own. A fault goes back in words: its cause can't cross to another thread. */
export default async function results(task: ResultsTask): Promise<ResultsDone | ResultsFailed> {
  try {
    return await workedOut(task);
  } catch (e) {
    return { failed: reasonOf(e as Error) };
  }
}

/** The rows of the survey that was asked for last. */
let held: HeldRows | null = null;

async function workedOut({ scope, asked }: ResultsTask): Promise<ResultsDone> {
  const { db, pool } = database();
  return whileLocked(pool, scope, async () => {
    const store = new ServerStore(db, scope);
    const rows = held?.survey === scope ? held : new HeldRows(db, scope);
    held = rows;
    const { ARBOLITO_WORKERS: folder, DATABASE_URL: url = '' } = process.env;
    const before = await store.derived();
    const state = await derive(store, {
      version: VERSION,
      tell: (part) => rows.changed(part),
      ...(folder ? { work: inThreads(store, folder, url) } : {}),
    });
    await rows.bringUp(before, state);
    if (!state || !asked) return { state, answer: null };
    return { state, answer: (await keptAnswer(db, scope, asked, state)) ?? (await answerFor(db, store, state, rows, asked)) };
  });
}
