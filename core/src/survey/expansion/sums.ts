import { LOG_RULE_NAMES, type LogRuleName } from '../../volume/index';
import type { StandTree } from './stand';

/** Sums over trees, plot by plot, per hectare. */
export interface Sums {
  counted: number;
  readonly trees: Float64Array;
  readonly basalArea: Float64Array;
  readonly volume: Float64Array;
  /** Basal area of trees with a height, and the same times that height: for Lorey's. */
  readonly tall: Float64Array;
  readonly tallBy: Float64Array;
  /** Trees of those with a basal area: what its mean diameter is of. */
  readonly thick: Float64Array;
  readonly boardFeet: Map<LogRuleName, Float64Array>;
  readonly without: { basalArea: number; volume: number; boardFeet: number; height: number };
}

export const noSums = (plots: number): Sums => ({
  counted: 0,
  trees: new Float64Array(plots),
  basalArea: new Float64Array(plots),
  volume: new Float64Array(plots),
  tall: new Float64Array(plots),
  tallBy: new Float64Array(plots),
  thick: new Float64Array(plots),
  boardFeet: new Map(),
  without: { basalArea: 0, volume: 0, boardFeet: 0, height: 0 },
});

const add = (to: Float64Array, at: number, value: number) => {
  to[at] = (to[at] as number) + value;
};

/** Adds a tree to the sums of its plot. */
export function addTree(sums: Sums, tree: StandTree): void {
  const { plot, weight, count, basalArea, volume, height, boardFeet } = tree;
  sums.counted += count;
  add(sums.trees, plot, weight);
  if (basalArea === null) sums.without.basalArea += count;
  else {
    add(sums.basalArea, plot, weight * basalArea);
    add(sums.thick, plot, weight);
  }
  if (height === null) sums.without.height += count;
  else if (basalArea !== null) {
    add(sums.tall, plot, weight * basalArea);
    add(sums.tallBy, plot, weight * basalArea * height);
  }
  if (volume === null) sums.without.volume += count;
  else add(sums.volume, plot, weight * volume);
  if (boardFeet === null) {
    sums.without.boardFeet += count;
    return;
  }
  for (const rule of LOG_RULE_NAMES) {
    const feet = boardFeet[rule];
    if (feet === undefined) continue;
    let list = sums.boardFeet.get(rule);
    if (!list) {
      list = new Float64Array(sums.trees.length);
      sums.boardFeet.set(rule, list);
    }
    add(list, plot, weight * feet);
  }
}
