import { around, type Outline, type PlanPoint, type StraightEdge } from '../land/index';
import { degreesToRadians, type UnitSystem } from '../units';

/** A plot's own boundary: circles about its centre, a rectangle, a strip from its start, or none where each tree has its own. */
export type PlotShape =
  | { readonly kind: 'circles'; readonly circles: readonly { readonly radius: number; readonly from: number | null }[] }
  | { readonly kind: 'rectangle'; readonly width: number; readonly length: number; readonly axis: number }
  | { readonly kind: 'strip'; readonly width: number; readonly length: number; readonly axis: number }
  | { readonly kind: 'point'; readonly perDiameter: number };

export type StandsIn = 'in' | 'near' | 'out' | 'unsaid';

/** A tree on a plot's plan; metres east and north of the centre. */
export interface PlotTree {
  readonly id: string;
  /** What is written at it: the letters of its species, and its diameter. */
  readonly code: string;
  readonly at: PlanPoint;
  /** Metres; null while it is not known. */
  readonly dbh: number | null;
  readonly stands: StandsIn;
  /** Which of the inks of species. */
  readonly ink: number;
}

/** What is drawn of a plot. Bearings in degrees from the survey's north. */
export interface PlotScene {
  readonly shape: PlotShape;
  readonly trees: readonly PlotTree[];
  readonly slope: { readonly degrees: number; readonly downhill: number } | null;
  /** The tract about the centre, which stands at 0, 0. */
  readonly outline: Outline | null;
  /** Its straight edges as they were met from the centre. */
  readonly edges: readonly StraightEdge[];
  readonly witnesses: readonly { readonly what: string; readonly at: PlanPoint }[];
  /** The way to the next centre. */
  readonly next: { readonly bearing: number; readonly distance: number; readonly name: string } | null;
  /** The tree in hand, with its limit where its diameter is known. */
  readonly hand: { readonly at: PlanPoint; readonly dbh: number | null; readonly limit: number | null } | null;
  readonly units: UnitSystem;
}

/** The corners of a rectangle about the centre, or of a strip that begins there. */
export function boundaryOf(shape: PlotShape): readonly PlanPoint[] {
  if (shape.kind !== 'rectangle' && shape.kind !== 'strip') return [];
  const turn = degreesToRadians(shape.axis);
  const [from, to] = shape.kind === 'strip' ? [0, shape.length] : [-shape.length / 2, shape.length / 2];
  const at = (along: number, aside: number): PlanPoint => ({
    x: along * Math.sin(turn) + aside * Math.cos(turn),
    y: along * Math.cos(turn) - aside * Math.sin(turn),
  });
  const half = shape.width / 2;
  return [at(from, -half), at(to, -half), at(to, half), at(from, half)];
}

/** How far a plot reaches; of a point the circle of a tree of 40 cm. */
function reachOf({ shape }: PlotScene): number {
  switch (shape.kind) {
    case 'circles':
      return Math.max(1, ...shape.circles.map((c) => c.radius));
    case 'rectangle':
      return Math.hypot(shape.width, shape.length) / 2;
    case 'strip':
      return Math.hypot(shape.width, shape.length);
    case 'point':
      return shape.perDiameter * 0.4;
  }
}

const FAR = 2.5;
/** Whether something stands so much farther than any tree of the plot that showing it would hide the rest. */
export function isBeyond(scene: PlotScene, { at, dbh }: { readonly at: PlanPoint; readonly dbh: number | null }): boolean {
  const own = scene.shape.kind === 'point' ? scene.shape.perDiameter * (dbh ?? 0) : 0;
  return Math.hypot(at.x, at.y) > FAR * Math.max(reachOf(scene), own);
}

/** What has to be seen: the boundary, the trees, the tree in hand. */
export function extent(scene: PlotScene) {
  const { shape, trees, hand } = scene;
  const reach = shape.kind === 'circles' || shape.kind === 'point' ? reachOf(scene) : 1;
  return around([
    { x: reach, y: reach },
    { x: -reach, y: -reach },
    ...boundaryOf(shape),
    ...trees.map((t) => t.at),
    ...(hand ? [hand.at] : []),
  ]);
}
