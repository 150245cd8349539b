import type { DiameterRounding } from '../diameter/index';
import type { LengthUnit, UnitSystem } from '../units';
import type { LogRuleName } from '../volume/index';
import type { ClassNames } from './sampling/index';
import type { OwnField, TreeQuestion, TreeStatus } from './tree-questions';

/** Every option on which schools differ, in the order in which they are decided at a tree. Lengths in metres unless named. */
export interface ProtocolOptions {
  readonly units: UnitSystem;
  readonly breastHeight: number;
  readonly foundBy: 'body-mark-or-stick' | 'tape-or-stick' | 'tape';
  readonly groundReference: GroundReference;
  readonly lean: 'underside' | 'axis';
  readonly swelling: 'just-above' | 'just-above-below-if-worse' | 'narrowest-below' | 'mean-above-below';
  readonly lowBranches: 'just-above-below-if-worse' | 'narrowest-below';
  /** How far above its end a butt swell that reaches past breast height is cleared. */
  readonly aboveButtSwell: number;
  readonly forkLow: { readonly stems: 'separate'; readonly atMost: number | null; readonly theTree: 'each' | 'largest' };
  readonly forkBelowBreastHeight: 'separate' | 'one-below-fork' | 'one-narrowest-below';
  readonly forkAbove: 'one';
  readonly oneNumber: 'none' | 'quadratic-sum' | 'arithmetic-mean';
  readonly vines: 'off-or-under-else-flag' | 'over-and-flag';
  readonly mark: 'none' | 'paint' | 'nothing-that-wounds';
  readonly diameterRounding: DiameterRounding;
  readonly classWidth: { readonly value: number; readonly unit: LengthUnit } | null;
  readonly merchantable: MerchantableRule | null;
  /** How often a height is determined, from another place or another way each time; once when left out. */
  readonly determinations?: number;
  readonly heightTolerance: { readonly absolute: number; readonly relative: number | null };
  /** One tree in so many wants a height: 1 is every tree, as when left out, 0 none. */
  readonly heightSample?: number;
  /** Classes of products by diameter at breast height, metres; none when left out. */
  readonly products?: readonly ProductClass[];
  /** Girard form class, per cent, of species that have none of their own. */
  readonly formClass?: number;
  /** Taper of each log above the butt log, inches, of species that have none of their own. */
  readonly taperPerLog?: number;
  /** The board-foot rule that is shown first; Doyle when left out. */
  readonly logRule?: LogRuleName;
  /** What classes of diameter are named by; their middle when left out. */
  readonly classNames?: ClassNames;
  /** Which of the trees that one in `heightSample` is counted among want a height; drawn by chance when left out. */
  readonly heightChoice?: HeightChoice;
  /** Where on a stem the distance from a plot's centre ends, to the pith; breast height when left out. */
  readonly distanceAt?: 'breast-height' | 'ground';
  /** Trees under it, metres, are not counted; 0 when left out. */
  readonly smallestDiameter?: number;
  /** Which trees are counted; what stands, alive or dead, when left out. */
  readonly countedStatuses?: readonly TreeStatus[];
  /** What is asked of every tree beside what is measured; nothing when left out. */
  readonly asks?: readonly TreeQuestion[];
  /** Questions of the survey's own. */
  readonly ownFields?: readonly OwnField[];
  /** Young trees counted by class on a small circle about the centre; none when left out. */
  readonly regeneration?: Regeneration | null;
  /** How trees are called in a tally; by their diameter when left out. */
  readonly tally?: TallyCalls | null;
  /** Whether pieces of dead wood are measured on plots. */
  readonly deadwood?: boolean;
}

/** By chance; the first of each species and diameter class on a plot; or spread over the diameters of each species. */
export type HeightChoice = 'chance' | 'first-of-class' | 'spread';

/** How trees are called out. */
export interface TallyCalls {
  /** Whether a bare diameter is the name of its class. */
  readonly byClass: boolean;
  /** What the number after the diameter is; told by its size, and asked in doubt, when left out. */
  readonly second?: 'logs' | 'height' | null;
}

export interface Regeneration {
  /** Level radius of the circle, metres. */
  readonly radius: number;
  /** What is counted apart, in their order: heights or sizes as the survey names them. */
  readonly classes: readonly string[];
}

/** What stems from some diameter on are grown for. */
export interface ProductClass {
  readonly product: string;
  /** Diameter at breast height, metres, from which a stem is of it. */
  readonly from: number;
}

export type GroundReference = 'uphill' | 'mid-slope' | 'root-flare' | 'stump';
export const GROUND_REFERENCES: readonly GroundReference[] = ['uphill', 'mid-slope', 'root-flare', 'stump'];

export interface MerchantableRule {
  /** Top diameters to which a stem is merchantable, by product, metres. */
  readonly tops: readonly { readonly product: string; readonly diameter: number }[];
  readonly orFirstDefect: boolean;
  readonly stumpHeight: number;
  /** Cutting into logs; null where height alone is kept. */
  readonly logs: { readonly length: number; readonly trim: number; readonly oddEnd: 'down' | 'nearest' } | null;
}

/** What a protocol says about itself. */
export interface Preset {
  readonly key: PresetKey;
  readonly name: string;
  readonly why: string;
  readonly options: ProtocolOptions;
}
export type PresetKey = 'timber-us' | 'forest-metric' | 'monitoring' | 'street' | 'tall-tree';
