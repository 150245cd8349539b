import os from 'node:os';
import path from 'node:path';
import type { Db } from '../db';
import { Threads } from '../threads';
import { inPlace, type Part, type WorkOut } from './part';
import { partIn, type RowText } from './row-text';

/** Fewer trees than this are not worth a thread. */
const FEW = 200;

let threads: Threads | undefined;

/**
 * Works parts out beside each other; a few trees in place.
 * @param folder with the built threads
 * @param url of the database
 */
export function inThreads(db: Db, folder: string, url: string): WorkOut {
  const here = inPlace(db);
  return async (part: Part) => {
    if ('trees' in part.which && part.which.trees.length < FEW) return here(part);
    threads ??= new Threads({
      file: path.join(folder, 'part.mjs'),
      data: { url },
      threads: Math.max(1, os.availableParallelism()),
      idleMs: 30_000,
      // what a part is worked out with lives until its end: a small young generation would copy it again and again
      oldMb: 2048,
      youngMb: 384,
    });
    return partIn(await threads.run<RowText>(part));
  };
}

/** Ends the threads. */
export const endThreads = async (): Promise<void> => {
  await threads?.end();
};
