import type { Box, Point } from './box';
import type { PlacedLabel } from './place-labels';
import type { LineStyle, SceneTarget, SightScene } from './scene';

/** The sight sheet ready to draw, CSS pixels, one scale for both directions. */
export interface SightLayout {
  readonly width: number;
  readonly height: number;
  /** Pixels in a metre. */
  readonly scale: number;
  readonly foot: Point;
  readonly ground: readonly [Point, Point];
  readonly stem: readonly Point[];
  readonly crown: readonly Point[];
  /** The shoulder of a broad crown as somebody said it; empty where nobody did. */
  readonly shoulder: readonly Point[];
  readonly pom: readonly [Point, Point];
  readonly eye: Point;
  readonly feet: Point;
  /** A person stands there; else the end of a shadow, or nobody. */
  readonly viewer: SightScene['viewer'];
  readonly far: { readonly eye: Point; readonly feet: Point; readonly ghost: boolean } | null;
  /** Where eye level meets the tree. */
  readonly level: readonly [Point, Point];
  readonly sights: readonly LaidSight[];
  readonly lines: readonly LaidLine[];
  readonly marks: readonly { readonly target: SceneTarget; readonly at: Point; readonly ghost: boolean; readonly quiet: boolean }[];
  readonly dimensions: readonly LaidDimension[];
  readonly inset: LaidInset | null;
  readonly hand: LaidHand | null;
  /** Label ids are the targets they speak of; `height:` before the target for a dimension, a number after a second one. */
  readonly labels: readonly PlacedLabel[];
}
export interface LaidSight {
  readonly target: SceneTarget;
  readonly from: Point;
  readonly to: Point;
  readonly ghost: boolean;
}
export interface LaidLine extends LaidSight {
  readonly style: LineStyle;
}
export interface LaidDimension {
  readonly target: SceneTarget;
  readonly x: number;
  readonly from: number;
  readonly to: number;
  /** Top and bottom of one standard error either side of the end. */
  readonly band: readonly [number, number];
}

/** The foot of the stem, enlarged, where the point of measurement would be too small to see or tap. */
export interface LaidInset {
  readonly box: Box;
  readonly scale: number;
  readonly ground: readonly [Point, Point];
  readonly stem: readonly Point[];
  readonly pom: readonly [Point, Point];
}
/** The stick in the hand, enlarged: the eye, the stick, the rays over its ends. */
export interface LaidHand {
  readonly box: Box;
  readonly scale: number;
  readonly eye: Point;
  readonly stick: readonly [Point, Point];
}
