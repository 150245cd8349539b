import os from 'node:os';
import path from 'node:path';
import { Piscina } from 'piscina';
import { type Part, type WorkOut, workOutPart } from './part';

/** Fewer trees than this are not worth a thread. */
const FEW = 200;

let pool: Piscina | undefined;

/**
 * Works parts out beside each other.
 * @param folder with the built threads
 */
export const inThreads =
  (folder: string): WorkOut =>
  async (part: Part) => {
    if (part.trees.length < FEW) return workOutPart(part);
    pool ??= new Piscina({
      filename: path.join(folder, 'part.mjs'),
      minThreads: 0,
      maxThreads: Math.max(1, os.availableParallelism()),
      idleTimeout: 30_000,
      // what a part is worked out with lives until its end: a small young generation would copy it again and again
      resourceLimits: { maxOldGenerationSizeMb: 2048, maxYoungGenerationSizeMb: 192 },
    });
    return (await pool.run(part)) as string;
  };

/** Ends the threads. */
export const endThreads = async (): Promise<void> => {
  await pool?.destroy();
  pool = undefined;
};
