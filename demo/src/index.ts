import { tallTreeRecords } from './cerro-tildemar';
import { Chance } from './random';
import { MONTE_UMBRIO, TANSY_CREEK } from './scene';
import { type DemoRecord, sceneRecords, type TreeTruth } from './scene-records';
import { streetRecords } from './street-records';

/** Chosen once; another seed makes other trees. */
const SEED = 20260511;

/**
 * The demo surveys: readings as instruments would have given them, and the truth they were taken of.
 * @param seed of all chance in it
 */
export function demoRecords(seed = SEED): { readonly records: readonly DemoRecord[]; readonly truth: readonly TreeTruth[] } {
  const chance = new Chance(seed);
  const scenes = [MONTE_UMBRIO, TANSY_CREEK].map((scene, i) => sceneRecords(scene, chance, 1 + 5 * i));
  scenes.push(streetRecords(chance), tallTreeRecords(chance));
  return { records: scenes.flatMap((s) => s.records), truth: scenes.flatMap((s) => s.truth) };
}

export type { DemoRecord, TreeTruth };
