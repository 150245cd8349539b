import { LOG_RULE_NAMES, type LogRuleName } from '../../volume/index';
import type { StandTree } from './stand';

/** Sums over some trees, plot by plot, per hectare. */
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
  without: { basalArea: number; volume: number; boardFeet: number; height: number };
}

/** The trees of a sample in columns, in their order: what is summed over in many ways is read in a row. NaN is nothing known. */
export class TreeColumns {
  private readonly plot: Int32Array;
  private readonly weight: Float64Array;
  private readonly count: Float64Array;
  private readonly basalArea: Float64Array;
  private readonly volume: Float64Array;
  private readonly height: Float64Array;
  private readonly boards: readonly StandTree['boardFeet'][] | null;
  private readonly sums: Sums;

  /** @param plots how many there are */
  constructor(trees: readonly StandTree[], plots: number) {
    const n = trees.length;
    this.plot = new Int32Array(n);
    const column = () => new Float64Array(n);
    [this.weight, this.count, this.basalArea, this.volume, this.height] = [column(), column(), column(), column(), column()];
    let boards = false;
    for (let i = 0; i < n; i++) {
      const { plot, weight, count, basalArea, volume, height, boardFeet } = trees[i] as StandTree;
      this.plot[i] = plot;
      this.weight[i] = weight;
      this.count[i] = count;
      this.basalArea[i] = basalArea ?? Number.NaN;
      this.volume[i] = volume ?? Number.NaN;
      this.height[i] = height ?? Number.NaN;
      if (boardFeet !== null) boards = true;
    }
    this.boards = boards ? trees.map((t) => t.boardFeet) : null;
    const zeros = () => new Float64Array(plots);
    this.sums = {
      counted: 0,
      trees: zeros(),
      basalArea: zeros(),
      volume: zeros(),
      tall: zeros(),
      tallBy: zeros(),
      thick: zeros(),
      boardFeet: new Map(),
      without: { basalArea: 0, volume: 0, boardFeet: 0, height: 0 },
    };
  }

  /**
   * Sums over some of the trees. They hold until the next are asked for: whatever is told apart, one set of them is enough.
   * @param some places of trees in their list
   */
  over(some: readonly number[]): Sums {
    const { plot, weight, count, basalArea, volume, height, boards, sums } = this;
    const { trees, basalArea: areas, volume: volumes, tall, tallBy, thick } = sums;
    for (const list of [trees, areas, volumes, tall, tallBy, thick]) list.fill(0);
    sums.boardFeet.clear();
    const without = { basalArea: 0, volume: 0, boardFeet: 0, height: 0 };
    sums.counted = 0;
    for (const i of some) {
      const p = plot[i] as number;
      const w = weight[i] as number;
      const n = count[i] as number;
      const g = basalArea[i] as number;
      const h = height[i] as number;
      const v = volume[i] as number;
      sums.counted += n;
      add(trees, p, w);
      const thin = Number.isNaN(g);
      if (thin) without.basalArea += n;
      else {
        add(areas, p, w * g);
        add(thick, p, w);
      }
      if (Number.isNaN(h)) without.height += n;
      else if (!thin) {
        add(tall, p, w * g);
        add(tallBy, p, w * g * h);
      }
      if (Number.isNaN(v)) without.volume += n;
      else add(volumes, p, w * v);
      const feet = boards?.[i] ?? null;
      if (feet === null) without.boardFeet += n;
      else this.addBoards(p, w, feet);
    }
    sums.without = without;
    return sums;
  }

  private addBoards(plot: number, weight: number, boardFeet: NonNullable<StandTree['boardFeet']>): void {
    for (const rule of LOG_RULE_NAMES) {
      const feet = boardFeet[rule];
      if (feet === undefined) continue;
      let list = this.sums.boardFeet.get(rule);
      if (!list) {
        list = new Float64Array(this.sums.trees.length);
        this.sums.boardFeet.set(rule, list);
      }
      add(list, plot, weight * feet);
    }
  }
}

const add = (to: Float64Array, at: number, value: number) => {
  to[at] = (to[at] as number) + value;
};
