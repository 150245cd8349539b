import os from 'node:os';
import path from 'node:path';
import { Piscina } from 'piscina';
import type { TaskName } from './compute-tasks';
import type { Derived } from './derive-text';
import { HttpProblem, NOT_JSON } from './http';

/** A request within its limits takes a few seconds on a slow machine. */
const LIMIT_MS = Number(process.env.ARBOLITO_DERIVE_MS ?? 20_000);
const WAITING = 32;

let pool: Piscina | undefined;

/** Workers stand beside the built server; without them (a development server) the work is done in place. */
function workers(): Piscina | null {
  const folder = process.env.ARBOLITO_WORKERS;
  if (!folder) return null;
  pool ??= new Piscina({
    filename: path.join(folder, 'compute.mjs'),
    minThreads: 1,
    maxThreads: Math.max(2, os.availableParallelism()),
    maxQueue: WAITING,
    idleTimeout: 30_000,
    resourceLimits: { maxOldGenerationSizeMb: 1024 },
  });
  return pool;
}

/**
 * Computes off the main thread, so that everybody else is served meanwhile.
 * @param task what is done with it
 * @param text the request's body
 * @returns the answer's text
 * @throws HttpProblem for what is wrong, takes too long, or finds everybody busy
 */
export async function computeElsewhere(task: TaskName, text: string): Promise<string> {
  const derived = await run(task, text);
  if (derived.ok) return derived.text;
  if (derived.code === 'bad-json') throw new HttpProblem('bad-json', NOT_JSON);
  throw new HttpProblem('bad-request', 'Nothing was done: see errors for each field.', derived.errors);
}

async function run(task: TaskName, text: string): Promise<Derived> {
  const own = workers();
  if (!own) return (await import('./compute-tasks')).TASKS[task](text);
  try {
    return (await own.run({ task, text }, { signal: AbortSignal.timeout(LIMIT_MS) })) as Derived;
  } catch (e) {
    const { name, message, code } = e as Error & { code?: string };
    if (name === 'AbortError' || code === 'ABORT_ERR' || code === 'ERR_WORKER_OUT_OF_MEMORY')
      throw new HttpProblem('too-long', `It took longer than ${LIMIT_MS / 1000} s: send less at a time.`);
    if (/queue/i.test(message)) throw new HttpProblem('busy', 'Many are asking at once: try again in a few seconds.');
    throw e;
  }
}
