import type { Aimed, ReadingBase, Zeroed } from './common';

export const ANGLE_TARGETS = ['tip', 'base', 'mark', 'crown-base', 'merchantable', 'stump', 'point', 'pole-top', 'ground'] as const;
/**
 * `ground` is the slope toward the tree, sighted to a point as high above the ground as the eye; positive uphill to the
 * tree. `point` is any other place on the stem and has a name. `pole-top` is the top of a pole that stands at the base.
 */
export type AngleTarget = (typeof ANGLE_TARGETS)[number];

export interface AngleReading extends ReadingBase, Aimed, Zeroed {
  readonly kind: 'angle';
  readonly target: AngleTarget;
  /** Up positive; of a dial what stands on it. */
  readonly value: number;
  readonly scale: 'degree' | 'percent' | 'topographic' | 'fixed' | 'dial';
  /** The distance a fixed scale is drawn for. */
  readonly scaleDistance?: number;
  /** Of a dial: its reading when level. */
  readonly level?: number;
  /** Of a dial: whether its reading grows as the sight goes up or down. */
  readonly grows?: 'up' | 'down';
  /** The angle between this target and the base, not between it and level. */
  readonly included?: boolean;
  /** Of an included angle: its lower end; the base when left out, or a mark that nothing else was sighted with. */
  readonly over?: 'base' | 'mark';
  /** Of the instrument: the steepest sight up its scale shows, degrees; as far as needed when left out. */
  readonly scaleEnd?: number;
}
