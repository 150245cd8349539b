import os from 'node:os';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import type { ResultsQuery } from '../../contract/results';
import { SHARED } from '../../contract/scope';
import { isNewer } from '../../derivation/engine';
import type { Db } from '../db';
import { HttpProblem } from '../http';
import { treesOf } from '../scope-repository';
import { Threads } from '../threads';
import { type AskedResults, keptAnswer } from './answer';
import { type AskedConfidence, atConfidence } from './at-confidence';
import { cursorNow, derivedIn, stateOf } from './derivation-store';
import { claimDue, type Failed, failDue, failureOf, finishDue, nextDue } from './due';
import { reasonOf } from './reason';
import { VERSION } from './version';
import type { ResultsDone, ResultsFailed, ResultsTask } from './worker';

/** So long an answer is waited for; then whoever asks is told how far it is. */
const PATIENCE_MS = 2000;
/** From a push to the work that follows from it: more usually comes at once. */
const AFTER_PUSH_MS = 1000;
/** While nothing is due, and while the database does not answer, it is looked at again after so long. */
const LOOK_AGAIN_MS = 60_000;

let threads: Threads | undefined;
/** One thread: it holds the rows of the survey that was asked for last. */
function thread(): Threads | null {
  const folder = process.env.ARBOLITO_WORKERS;
  if (!folder) return null;
  threads ??= new Threads({
    file: path.join(folder, 'results.mjs'),
    threads: 1,
    idleMs: 300_000,
    limitMs: 600_000,
    oldMb: Math.min(4096, Math.round(os.totalmem() / 2 ** 21)),
    youngMb: 192,
  });
  return threads;
}

const running = new Map<string, Promise<ResultsDone | ResultsFailed>>();
/** The same task that is under way already is waited for. */
async function work(db: Db, task: ResultsTask): Promise<ResultsDone | ResultsFailed> {
  const key = JSON.stringify(task);
  const begun = running.get(key) ?? begin(db, task);
  running.set(key, begun);
  try {
    return await begun;
  } finally {
    running.delete(key);
  }
}

/** A failure is noted with its task: once, however many wait for it. */
async function begin(db: Db, task: ResultsTask): Promise<ResultsDone | ResultsFailed> {
  // new derivations before questions: a question is answered from them
  const worked = thread()?.run<ResultsDone | ResultsFailed>(task, task.asked ? 0 : 1) ?? (await import('./worker')).default(task);
  const done = await worked.catch((e: Error): ResultsFailed => ({ failed: reasonOf(e) }));
  if ('failed' in done) {
    console.error(`results of ${task.scope} were not brought up: ${done.failed}`);
    await failDue(db, task.scope, done.failed).catch(() => {});
  }
  return done;
}

/** How far a survey is that is not derived yet. */
export interface NotYet {
  readonly done: number;
  readonly trees: number;
  /** Why it could not be; null where nothing is known against it. */
  readonly failed: Failed | null;
}

/**
 * A survey's figures.
 * @returns the answer's text, or how far it is
 * @throws HttpProblem where there is no such survey, or half of it is missing
 */
export async function surveyResults(db: Db, scope: string, asked: AskedResults): Promise<string | NotYet> {
  const cursor = scope === SHARED ? null : await cursorNow(db, scope);
  if (cursor === null) throw new HttpProblem('not-found', 'No survey of this id is here.');
  const { intervals, units } = asked;
  const kept = await keptAnswer(db, scope, { intervals, units }, { cursor, version: VERSION });
  if (kept !== null) return said(kept, asked);
  const derived = derivedIn(await stateOf(db, scope));
  if (derived && isNewer(derived.version, VERSION))
    throw new HttpProblem('updating', 'A newer program calculated this survey. This server still runs an older one: ask again later.');
  const trees = await treesOf(db, scope);
  const before = await failureOf(db, scope);
  if (before) return { done: 0, trees, failed: before };
  const done = await Promise.race([work(db, { scope, asked: { intervals, units } }), pause(PATIENCE_MS, null)]);
  if (done === null) {
    const state = await stateOf(db, scope);
    return { done: state?.pass == null ? 0 : Math.min(state.done, trees), trees, failed: null };
  }
  if ('failed' in done) return { done: 0, trees, failed: await failureOf(db, scope) };
  if (done.answer === null) throw new HttpProblem('not-found', 'The survey or its protocol has not arrived whole.');
  return said(done.answer, asked);
}
const said = (kept: string, asked: AskedConfidence): string => JSON.stringify(atConfidence(JSON.parse(kept), asked));

/** What an address asks, as it is worked out. */
export const askedResults = ({ confidence, errors, units, intervals }: ResultsQuery): AskedResults => ({
  confidence: (confidence ?? 95) / 100,
  errors: (errors ?? '').split(',').flatMap((e) => (e === '' ? [] : [Number(e)])),
  units: units ?? null,
  intervals: intervals ?? 'sampling',
});

let working = false;
/** When what is due is looked at next. */
let waiting: { readonly at: number; readonly timer: NodeJS.Timeout } | null = null;

/** Brings up the results of surveys that are due, in the background, in a moment; and what is due later when it is. */
export function deriveSoon(db: Db, inMs = AFTER_PUSH_MS): void {
  if (!process.env.ARBOLITO_WORKERS) return;
  const at = Date.now() + inMs;
  // whoever asks again and again must not put it off
  if (waiting !== null && waiting.at <= at) return;
  clearTimeout(waiting?.timer);
  const timer = setTimeout(() => {
    waiting = null;
    void deriveDue(db);
  }, inMs).unref();
  waiting = { at, timer };
}

/** Works at what is due, one survey after another: one that fails waits for its next try, and the others go on. */
async function deriveDue(db: Db): Promise<void> {
  if (working) return;
  working = true;
  let again: number | null = null;
  try {
    for (let due = await claimDue(db); due !== null; due = await claimDue(db)) {
      const done = await work(db, { scope: due.scope });
      if (!('failed' in done)) await finishDue(db, due);
    }
    again = await nextDue(db);
  } catch (e) {
    console.error(`what is due could not be read: ${reasonOf(e as Error)}`);
  } finally {
    working = false;
    deriveSoon(db, Math.min(LOOK_AGAIN_MS, Math.max(AFTER_PUSH_MS, again ?? LOOK_AGAIN_MS)));
  }
}
