import os from 'node:os';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import type { ResultsQuery } from '../../contract/results';
import { SHARED } from '../../contract/scope';
import type { Db } from '../db';
import { HttpProblem } from '../http';
import { lastOf } from '../scope-repository';
import { Threads } from '../threads';
import { type AskedResults, keptAnswer } from './answer';
import { derivationOf } from './bring-up';
import { PROGRAM } from './program';
import type { ResultsDone, ResultsTask } from './worker';

/** So long an answer is waited for; then whoever asks is told how far it is. */
const PATIENCE_MS = 2000;
/** From a push to the work that follows from it: more usually comes at once. */
const AFTER_PUSH_MS = 1000;

let threads: Threads | undefined;
/** One thread: it holds the rows of the survey that was asked for last. */
function thread(): Threads | null {
  const folder = process.env.ARBOLITO_WORKERS;
  if (!folder) return null;
  threads ??= new Threads({
    file: path.join(folder, 'results.mjs'),
    threads: 1,
    idleMs: 300_000,
    oldMb: Math.min(4096, Math.round(os.totalmem() / 2 ** 21)),
    youngMb: 192,
  });
  return threads;
}

const running = new Map<string, Promise<ResultsDone>>();
async function work(task: ResultsTask): Promise<ResultsDone> {
  const key = JSON.stringify(task);
  const known = running.get(key);
  if (known) return known;
  const begun = thread()?.run<ResultsDone>(task) ?? (await import('./worker')).default(task);
  running.set(key, begun);
  try {
    return await begun;
  } finally {
    running.delete(key);
  }
}

/** How far a survey is that is not derived yet. */
export interface NotYet {
  readonly done: number;
  readonly trees: number;
}

/**
 * A survey's figures.
 * @returns the answer's text, or how far it is
 * @throws HttpProblem where there is no such survey, or half of it is missing
 */
export async function surveyResults(db: Db, scope: string, asked: AskedResults): Promise<string | NotYet> {
  const [last, shared, state] = await Promise.all([lastOf(db, scope), lastOf(db, SHARED), derivationOf(db, scope)]);
  if (last === null || scope === SHARED) throw new HttpProblem('not-found', 'No survey of this id is here.');
  const now = { seq: last, shared: shared ?? 0, program: PROGRAM };
  const kept = await keptAnswer(db, scope, asked, now);
  if (kept !== null) return kept;
  const begun = work({ scope, asked });
  // nobody may be there any more to hear of a failure
  begun.catch(() => {});
  const done = await Promise.race([begun, pause(PATIENCE_MS, null)]);
  if (done === null) {
    const { through = null, done: made = 0, trees = 0 } = (await derivationOf(db, scope)) ?? state ?? {};
    return { done: through === null ? 0 : made, trees };
  }
  if (done.answer === null) throw new HttpProblem('not-found', 'The survey or its protocol has not arrived whole.');
  return done.answer;
}

/** What an address asks, as it is worked out. */
export const askedResults = ({ confidence, errors, units, intervals }: ResultsQuery): AskedResults => ({
  confidence: (confidence ?? 95) / 100,
  errors: (errors ?? '').split(',').flatMap((e) => (e === '' ? [] : [Number(e)])),
  units: units ?? null,
  intervals: intervals ?? 'sampling',
});

const waiting = new Set<string>();
/** Brings the results of surveys up in the background, in a moment. */
export function deriveSoon(scopes: readonly string[]): void {
  if (!process.env.ARBOLITO_WORKERS) return;
  for (const scope of scopes) {
    if (scope === SHARED || waiting.has(scope)) continue;
    waiting.add(scope);
    setTimeout(() => {
      waiting.delete(scope);
      // a statement's own message has all its values in it
      work({ scope }).catch((e: Error) => console.error(`results of ${scope} were not brought up: ${e.message.slice(0, 300)}`));
    }, AFTER_PUSH_MS).unref();
  }
}
