import os from 'node:os';
import path from 'node:path';
import type { TaskName } from './compute-tasks';
import type { Derived } from './derive-text';
import { HttpProblem, NOT_JSON } from './http';
import { Busy, Ended, Threads } from './threads';

/** How long a request within its limits may take, counted from the start of its work. */
const LIMIT_MS = Number(process.env.ARBOLITO_DERIVE_MS ?? 20_000);
/** What a person waits for is no larger; larger bodies have threads of their own and never keep these waiting. */
const SMALL_BYTES = 64_000;

/** Threads for bodies of a size, and how many may wait for one. */
const LANES = {
  small: { threads: os.availableParallelism(), waiting: 1000 },
  large: { threads: Math.max(1, os.availableParallelism() - 1), waiting: 16 },
};

const begun = new Map<keyof typeof LANES, Threads>();

/** Threads stand beside the built server; without them (a development server) the work is done in place. */
function threadsFor(bytes: number): Threads | null {
  const folder = process.env.ARBOLITO_WORKERS;
  if (!folder) return null;
  const lane = bytes <= SMALL_BYTES ? 'small' : 'large';
  const threads =
    begun.get(lane) ??
    new Threads({ ...LANES[lane], file: path.join(folder, 'compute.mjs'), kept: 1, idleMs: 30_000, limitMs: LIMIT_MS, oldMb: 1024 });
  begun.set(lane, threads);
  return threads;
}

/**
 * Computes off the main thread, so that everybody else is served meanwhile.
 * @param task what is done with it
 * @param text the request's body
 * @returns the answer's text
 * @throws HttpProblem for what is wrong, takes too long, or finds too many waiting
 */
export async function computeElsewhere(task: TaskName, text: string): Promise<string> {
  const derived = await run(task, text);
  if (derived.ok) return derived.text;
  if (derived.code === 'bad-json') throw new HttpProblem('bad-json', NOT_JSON);
  throw new HttpProblem('bad-request', 'Nothing was done: see errors for each field.', derived.errors);
}

async function run(task: TaskName, text: string): Promise<Derived> {
  const threads = threadsFor(Buffer.byteLength(text));
  if (!threads) return (await import('./compute-tasks')).TASKS[task](text);
  try {
    return await threads.run<Derived>({ task, text });
  } catch (e) {
    if (e instanceof Ended) throw new HttpProblem('too-long', `The work took longer than ${LIMIT_MS / 1000} s: send less at a time.`);
    if (e instanceof Busy) throw new HttpProblem('busy', `${e.waiting} requests wait already: try again in a few seconds.`);
    throw e;
  }
}
