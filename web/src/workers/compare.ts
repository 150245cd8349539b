import {
  compareMethods,
  type MethodTrial,
  type SimulatedGear,
  type SimulatedMethod,
  type SimulatedTree,
  TYPICAL_ERRORS,
} from '@arbolito/core';

export interface CompareRequest {
  readonly tree: SimulatedTree;
  readonly gear: SimulatedGear;
  readonly methods: readonly SimulatedMethod[];
  readonly trials: number;
  readonly seed: number;
}
export type CompareAnswer =
  | { readonly ok: true; readonly trials: readonly MethodTrial[] }
  | { readonly ok: false; readonly reason: string };

// thousands of measurements: off the main thread, so that the drawing stays at hand
addEventListener('message', (e: MessageEvent<CompareRequest>) => {
  const { tree, gear, methods, trials, seed } = e.data;
  let answer: CompareAnswer;
  try {
    answer = { ok: true, trials: compareMethods(tree, methods, trials, seed, TYPICAL_ERRORS, gear) };
  } catch (error) {
    answer = { ok: false, reason: error instanceof Error ? error.message : String(error) };
  }
  postMessage(answer);
});
