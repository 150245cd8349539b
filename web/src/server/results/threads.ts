import os from 'node:os';
import path from 'node:path';
import { Piscina } from 'piscina';
import type { Db } from '../db';
import { inPlace, type Part, type WorkOut } from './part';
import { partIn, type RowText } from './row-text';

/** Fewer trees than this are not worth a thread. */
const FEW = 200;

let pool: Piscina | undefined;

/**
 * Works parts out beside each other; a few trees in place.
 * @param folder with the built threads
 * @param url of the database
 */
export function inThreads(db: Db, folder: string, url: string): WorkOut {
  const here = inPlace(db);
  return async (part: Part) => {
    if ('trees' in part.which && part.which.trees.length < FEW) return here(part);
    pool ??= new Piscina({
      filename: path.join(folder, 'part.mjs'),
      workerData: { url },
      minThreads: 0,
      maxThreads: Math.max(1, os.availableParallelism()),
      idleTimeout: 30_000,
      // what a part is worked out with lives until its end: a small young generation would copy it again and again
      resourceLimits: { maxOldGenerationSizeMb: 2048, maxYoungGenerationSizeMb: 384 },
    });
    return partIn((await pool.run(part)) as RowText);
  };
}

/** Ends the threads. */
export const endThreads = async (): Promise<void> => {
  await pool?.destroy();
  pool = undefined;
};
