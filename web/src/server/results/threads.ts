import os from 'node:os';
import path from 'node:path';
import { derivePart, type Part, type PartDone } from '../../derivation/engine';
import type { DerivationStore } from '../../derivation/store';
import { Threads } from '../threads';

/** Fewer trees than this are not worth a thread. */
const FEW = 200;
/** Each thread has connections of its own, of which the database gives away a hundred. */
const MOST = 8;

let threads: Threads | undefined;

/**
 * Works parts out beside each other; a few trees in place.
 * @param folder with the built threads
 * @param url of the database
 */
export function inThreads(store: DerivationStore, folder: string, url: string): (part: Part) => Promise<PartDone> {
  return async (part) => {
    if ('trees' in part.which && part.which.trees.length < FEW) return derivePart(store, part);
    threads ??= new Threads({
      file: path.join(folder, 'part.mjs'),
      data: { url },
      threads: Math.min(MOST, Math.max(1, os.availableParallelism())),
      idleMs: 30_000,
      // what a part is worked out with lives until its end: a small young generation would copy it again and again
      oldMb: 2048,
      youngMb: 384,
    });
    return threads.run<PartDone>(part);
  };
}

/** Ends the threads. */
export const endThreads = async (): Promise<void> => {
  await threads?.end();
};
