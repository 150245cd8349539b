import type { Point } from '../box';
import type { Ground, SceneExtras, SceneInput, SceneLine, SceneMark, SceneSight } from '../scene';

/** What a method puts into the drawing beside the tree, the eye and its sights. */
export interface Drawn {
  lines: SceneLine[];
  marks: SceneMark[];
  sights: SceneSight[];
  far: SceneExtras['far'];
  hand: SceneExtras['hand'];
}

/** Where the right end of the drawing is, as a method finds it. */
export interface RightEnd {
  readonly distance: number;
  readonly eye: Point;
  readonly feet: Point;
  readonly ghost: boolean;
  /** The distance in words, where it is not the station's. */
  readonly text?: string;
}

/** How a method is drawn; what is left out is as with two sights. */
export interface Scene {
  /** Who is at the right end: a person who sights, the end of a shadow, or nobody. */
  readonly viewer?: 'person' | 'shadow' | 'none';
  /** The right end, where it is not the station's. */
  readonly rightEnd?: (input: SceneInput, own: Ground['own'], diameter: number, station: string | undefined) => RightEnd;
  /** A distance to draw while none is read, metres. */
  readonly ghostDistance?: (own: Ground['own']) => number | null;
  /** How high the eye is while no lower sight says so, metres. */
  readonly eyeLevel?: (own: Ground['own']) => number | null;
  /** Of a method with one sight in place of two: what stands on it. */
  readonly alone?: (own: Ground['own']) => string;
  /** Whether a lower sight is drawn; of one that is, whether what it should read stands on it. */
  readonly lower?: 'none' | 'silent';
  readonly draw?: (g: Ground, into: Drawn, tipX: number) => void;
}
