import { isInside, type Outline, type PlanPoint } from '../../land/index';
import { metres } from '../../units';
import { circleInside, limitOf, type SamplingRule, walkThrough } from '../sampling/index';
import { expand } from './expand';
import type { StandTree } from './stand';

/** What is simulated. */
export interface Simulated {
  readonly stand: 'regular' | 'poisson' | 'clumped';
  readonly design: 'circle' | 'nested' | 'point';
  readonly plots: number;
  readonly surveys: number;
  readonly edge: 'circle' | 'walk-through' | 'none';
  /** Plots on a square grid with a random start and not at random. */
  readonly grid?: boolean;
}
/** What came out, each with its own standard error. Shares. */
export interface Rates {
  readonly bias: number;
  readonly biasError: number;
  readonly cover: number;
  readonly coverError: number;
  /** Mean coefficient of variation between plots. */
  readonly cv: number;
}

/** A tract of four hectares with a corner cut off and a pond left out. */
const TRACT: Outline = {
  ring: [
    { x: 0, y: 0 },
    { x: 220, y: 0 },
    { x: 220, y: 130 },
    { x: 150, y: 200 },
    { x: 0, y: 200 },
  ],
  holes: [
    [
      { x: 60, y: 60 },
      { x: 95, y: 60 },
      { x: 95, y: 90 },
      { x: 60, y: 90 },
    ],
  ],
};
/** Counted by the shoelace rule, by hand: the whole, less the cut corner, less the pond. */
const AREA = 220 * 200 - (70 * 70) / 2 - 35 * 30;

const RULES: Readonly<Record<Simulated['design'], SamplingRule>> = {
  circle: { kind: 'circle', radius: metres(10) },
  nested: {
    kind: 'nested',
    circles: [
      { from: metres(0.05), radius: metres(5) },
      { from: metres(0.25), radius: metres(10) },
    ],
  },
  point: { kind: 'point', factor: 3, units: 'metric' },
};

interface Tree extends PlanPoint {
  readonly dbh: number;
  readonly volume: number;
}

export function chanceFrom(seed: number): () => number {
  let state = (seed * 69_621) % 2_147_483_647 || 1;
  const next = () => {
    state = (state * 48_271) % 2_147_483_647;
    return state / 2_147_483_647;
  };
  for (let i = 0; i < 20; i++) next();
  return next;
}

function somewhere(chance: () => number): PlanPoint {
  for (;;) {
    const p = { x: 220 * chance(), y: 200 * chance() };
    if (isInside(TRACT, p)) return p;
  }
}

/** Some 500 trees a hectare, thicker ones rarer, each with a volume that is its own. */
function plant(kind: Simulated['stand'], chance: () => number): readonly Tree[] {
  const trees: Tree[] = [];
  const add = (p: PlanPoint) => {
    if (!isInside(TRACT, p)) return;
    const dbh = 0.08 + 0.4 * chance() ** 1.8;
    trees.push({ ...p, dbh, volume: 0.45 * ((Math.PI * dbh * dbh) / 4) * (1.3 + 24 * (1 - Math.exp(-6 * dbh))) * (0.9 + 0.2 * chance()) });
  };
  if (kind === 'regular')
    for (let x = 2; x < 220; x += 4.47) for (let y = 2; y < 200; y += 4.47) add({ x: x + chance() - 0.5, y: y + chance() - 0.5 });
  if (kind === 'poisson') for (let i = 0; i < 2000; i++) add(somewhere(chance));
  if (kind === 'clumped')
    for (let i = 0; i < 130; i++) {
      const middle = somewhere(chance);
      for (let k = 0; k < 16; k++) add({ x: middle.x + 16 * (chance() + chance() - 1), y: middle.y + 16 * (chance() + chance() - 1) });
    }
  return trees;
}

function centres({ plots, grid }: Simulated, chance: () => number): readonly PlanPoint[] {
  if (!grid) return Array.from({ length: plots }, () => somewhere(chance));
  const step = Math.sqrt(AREA / plots);
  const [x0, y0] = [step * chance(), step * chance()];
  const found: PlanPoint[] = [];
  for (let x = x0; x < 220; x += step) for (let y = y0; y < 200; y += step) if (isInside(TRACT, { x, y })) found.push({ x, y });
  return found;
}

/** Surveys one stand again and again; the same each time. */
export function measuredRates(simulated: Simulated, seed = 1): Rates {
  const { design, edge, surveys } = simulated;
  const chance = chanceFrom(seed);
  const trees = plant(simulated.stand, chance);
  // the truth is added up
  const truth = trees.reduce((s, t) => s + t.volume, 0);
  const rule = RULES[design];
  // how far a tree is seen, what it stands for, and what it counts for near an edge are its own matter, wherever from
  const n = trees.length;
  const crowd: Crowd = { trees, x: new Float64Array(n), y: new Float64Array(n), far: new Float64Array(n), weight: new Float64Array(n) };
  for (const [i, t] of trees.entries()) {
    const limit = limitOf(rule, metres(t.dbh));
    const weight = edge === 'circle' && limit ? (circleInside(TRACT, t, limit.distance).weight ?? 1) : 1;
    crowd.x[i] = t.x;
    crowd.y[i] = t.y;
    crowd.far[i] = (limit?.distance ?? 0) ** 2;
    crowd.weight[i] = (limit?.perHectare ?? 0) * weight;
  }
  let [sum, squares, covered, cvs, told] = [0, 0, 0, 0, 0];
  for (let k = 0; k < surveys; k++) {
    const places = centres(simulated, chance);
    if (places.length < 2) continue;
    const seen = places.flatMap((centre, plot) => lookFrom(centre, plot, crowd, edge));
    const plots = places.map((_, i) => ({ id: `${i}`, stratum: null, area: design === 'circle' ? Math.PI * 100 : null, counted: null }));
    const { whole } = expand({ how: 'plots', plots, strata: [], area: null, trees: seen, thickest: 100 }, 0.95);
    const { mean = 0, lower, upper, cv } = whole?.volume ?? {};
    const share = (mean * AREA) / 10_000 / truth - 1;
    sum += share;
    squares += share * share;
    cvs += cv ?? 0;
    told++;
    const per = (truth / AREA) * 10_000;
    if ((lower ?? 0) <= per && per <= (upper ?? 0)) covered++;
  }
  const bias = sum / told;
  const cover = covered / told;
  return {
    bias,
    biasError: Math.sqrt((squares / told - bias * bias) / (told - 1)),
    cover,
    coverError: Math.sqrt((0.95 * 0.05) / told),
    cv: cvs / told,
  };
}
/** The trees as every plot looks at them: looked through millions of times. */
interface Crowd {
  readonly trees: readonly Tree[];
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** Square of how far each is seen, m². */
  readonly far: Float64Array;
  /** Trees of a hectare each stands for. */
  readonly weight: Float64Array;
}

function lookFrom(centre: PlanPoint, plot: number, { trees, x, y, far, weight }: Crowd, edge: Simulated['edge']): readonly StandTree[] {
  const found: StandTree[] = [];
  const { x: cx, y: cy } = centre;
  for (let i = 0; i < x.length; i++) {
    const dx = (x[i] as number) - cx;
    const dy = (y[i] as number) - cy;
    if (dx * dx + dy * dy > (far[i] as number)) continue;
    const tree = trees[i] as Tree;
    const times = edge === 'walk-through' ? walkThrough(TRACT, centre, tree) : 1;
    const groups = { species: null, class: null, product: null, grade: null, status: null };
    const own = { dbh: tree.dbh, height: null, basalArea: null, volume: tree.volume, boardFeet: null, groups };
    found.push({ id: `${plot} ${i}`, plot, count: 1, weight: (weight[i] as number) * times, ...own });
  }
  return found;
}
