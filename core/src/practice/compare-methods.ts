import { type ReadingErrors, TYPICAL_ERRORS } from '../kit/index';
import { PRESETS } from '../survey/index';
import { deriveTree, TIP_OFFSET } from '../tree/index';
import { DomainError, metres } from '../units';
import { Stream } from './chance';
import { type SimulatedGear, type SimulatedMethod, simulateReadings, USUAL_GEAR } from './simulated-readings';
import type { SimulatedTree } from './simulated-tree';

/** How a method did on one tree, measured over and over. */
export interface MethodTrial {
  readonly method: SimulatedMethod;
  /** Measurements that gave a height, and those that gave none. */
  readonly trials: number;
  readonly failed: number;
  /** Mean of measured less true, metres. */
  readonly bias: number;
  /** Standard deviation about that mean, n − 1, metres. */
  readonly spread: number;
  /** Measured less true at 2.5, 25, 50, 75 and 97.5 in a hundred, metres (linear between order statistics). */
  readonly quantiles: readonly [number, number, number, number, number];
  /** The standard error the results state, on average, metres. */
  readonly stated: number;
}

/**
 * Measures one simulated tree many times by several methods, with instruments that err as theirs do.
 * @param tree the truth
 * @param methods which
 * @param trials how often each, from 2
 * @param seed whole number other than 0
 * @returns one answer a method, in the order asked
 * @throws DomainError for fewer than two trials, or a tree that can't stand
 */
export function compareMethods(
  tree: SimulatedTree,
  methods: readonly SimulatedMethod[],
  trials: number,
  seed: number,
  errors: ReadingErrors = TYPICAL_ERRORS,
  gear: SimulatedGear = USUAL_GEAR,
): readonly MethodTrial[] {
  if (!(trials >= 2)) throw new DomainError('out-of-range', 'trials', trials, 'two or more');
  const input = {
    protocol: PRESETS['forest-metric'].options,
    species: { tipOffset: TIP_OFFSET.conifer },
    errors,
    eyeHeight: metres(tree.eyeHeight),
  };
  return methods.map((method) => {
    // every method meets the same stream of chance
    const s = new Stream(seed);
    const off: number[] = [];
    let stated = 0;
    for (let i = 0; i < trials; i++) {
      const { height } = deriveTree({ ...input, readings: simulateReadings(method, tree, s.normal, errors, gear) });
      if (!height.ok) continue;
      off.push(height.value.value - tree.height);
      stated += height.value.sigma;
    }
    const n = off.length;
    const bias = off.reduce((a, b) => a + b, 0) / n;
    const sorted = off.toSorted((a, b) => a - b);
    return {
      method,
      trials: n,
      failed: trials - n,
      bias,
      spread: Math.sqrt(off.reduce((a, b) => a + (b - bias) ** 2, 0) / (n - 1)),
      quantiles: [0.025, 0.25, 0.5, 0.75, 0.975].map((p) => quantile(sorted, p)) as unknown as MethodTrial['quantiles'],
      stated: stated / n,
    };
  });
}

/** Linear between order statistics (the kind with h = (n − 1)·p). */
function quantile(sorted: readonly number[], p: number): number {
  const h = (sorted.length - 1) * p;
  const i = Math.floor(h);
  const low = sorted[i] ?? Number.NaN;
  return low + (h - i) * ((sorted[i + 1] ?? low) - low);
}
