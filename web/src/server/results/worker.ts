import type { StandRow } from '../../book/stand-row';
import { connect } from '../db';
import { type AskedFigures, answerFor, holdOn, keptAnswer, MOST_HELD } from './answer';
import { bringUp, type Derivation, derivationOf } from './bring-up';
import { whileLocked } from './lock';
import { PROGRAM } from './program';
import { reasonOf } from './reason';
import { inThreads } from './threads';

/** What a worker thread is asked: to bring a survey's results up, and then, maybe, for its figures. */
export interface ResultsTask {
  readonly scope: string;
  readonly asked?: AskedFigures;
}
/** How a survey stands, with its figures where they were asked for. */
export interface ResultsDone {
  readonly state: Derivation | null;
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

async function workedOut({ scope, asked }: ResultsTask): Promise<ResultsDone> {
  const { db, pool } = database();
  return whileLocked(pool, scope, async () => {
    const before = await derivationOf(db, scope);
    let worked: Map<string, StandRow | null> | null = new Map();
    const state = await bringUp(db, scope, PROGRAM, {
      tell: (_, rows, gone) => {
        for (const row of rows) worked?.set(row.id, row);
        for (const id of gone) worked?.set(id, null);
        if (worked !== null && worked.size > MOST_HELD) worked = null;
      },
      ...(process.env.ARBOLITO_WORKERS ? { workOut: inThreads(db, process.env.ARBOLITO_WORKERS, process.env.DATABASE_URL ?? '') } : {}),
    });
    if (state) holdOn(state, before, worked);
    if (!state || !asked) return { state, answer: null };
    return { state, answer: (await keptAnswer(db, scope, asked, state)) ?? (await answerFor(db, state, asked)) };
  });
}
