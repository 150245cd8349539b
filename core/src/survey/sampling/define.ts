import { type Metres, type Radians, SQUARE_METRES_PER_HECTARE } from '../../units';

/** How trees come into a sample from where its centre stands. */
export type SamplingRule =
  | { readonly kind: 'circle'; readonly radius: Metres }
  | {
      readonly kind: 'nested';
      /** Each circle with the diameter from which trees are looked for in it; thin trees in the small ones. */
      readonly circles: readonly { readonly from: Metres; readonly radius: Metres }[];
    }
  | {
      readonly kind: 'rectangle';
      /** Across its axis and along it; the centre in the middle. */
      readonly width: Metres;
      readonly length: Metres;
      /** Bearing of its axis. */
      readonly axis: Radians;
    }
  | {
      readonly kind: 'strip';
      /** Both sides together; a tree's distance is taken square off the line that is walked. */
      readonly width: Metres;
      readonly length: Metres;
    }
  | {
      readonly kind: 'point';
      /** Basal-area factor, m²/ha or ft²/acre as the units say. */
      readonly factor: number;
      readonly units: 'metric' | 'us';
    };
export type SamplingKind = SamplingRule['kind'];
export type RuleOf<K extends SamplingKind> = SamplingRule & { readonly kind: K };

/** What a rule says of one tree. */
export interface Limit {
  /** Level distance from the centre to the stem's axis up to which the tree is in. */
  readonly distance: Metres;
  /** How much farther that is for each metre that the stem is thicker. */
  readonly perDiameter: number;
  /** How much farther it is for each radian that the bearing is larger; 0 where it is the same all round. */
  readonly perBearing: number;
  /** Diameters at which another limit begins, metres: near one of them the diameter itself must be sure. */
  readonly steps: readonly number[];
  /** How many trees of a hectare one such tree stands for. */
  readonly perHectare: number;
}

/** One kind of rule: a file beside this and a line in the index. */
export interface Sampling<K extends SamplingKind> {
  /**
   * @param rule checked by whoever asks
   * @param dbh diameter at breast height, metres
   * @param bearing from the centre to the tree, null where nobody told it
   * @returns null where the tree is too thin for the rule
   * @throws DomainError `bearing-needed` where the limit is not the same all round and no bearing is told
   */
  readonly limit: (rule: RuleOf<K>, dbh: Metres, bearing: Radians | null) => Limit | null;
  /** Land it covers, m²; null where trees of different sizes have areas of their own. */
  readonly area: (rule: RuleOf<K>) => number | null;
  /** @throws DomainError where the rule can't be one */
  readonly check: (rule: RuleOf<K>) => void;
  /**
   * How a tree near the tract's edge is made up for: by the part of its own circle inside, by walking through alone (the
   * same from both sides of a tree), or not at all (a strip ends where the tract does).
   */
  readonly edge: 'circle' | 'walk-through' | 'none';
}

export const defineSampling = <K extends SamplingKind>(sampling: Sampling<K>): Sampling<K> => sampling;

/** Trees of a hectare that one on a circle stands for. */
export const treesPerHectare = (radius: number): number => SQUARE_METRES_PER_HECTARE / (Math.PI * radius * radius);
