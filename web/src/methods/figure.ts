import type { Answer, Refusal } from '@arbolito/core';

export type FigureId = 'height' | 'diameter' | 'volume' | 'boards' | 'crown' | 'station';

/** One number of the running result: as shown, and where it came from. */
export interface Figure {
  readonly id: FigureId;
  readonly name: string;
  readonly value: string | null;
  readonly aside: string;
  /** The readings and the formula, line by line; written when somebody asks, as the number follows every digit. */
  readonly how: () => readonly string[];
}

/** A figure from what was derived, or what it still waits for. */
export function figure<T>(
  id: FigureId,
  name: string,
  part: Answer<T>,
  show: (value: T) => { value: string; aside: string; how: Figure['how'] },
): Figure {
  if (!part.ok) return { id, name, value: null, aside: NEEDS[part.code], how: () => [part.reason] };
  const { how, ...shown } = show(part.value);
  return { id, name, ...shown, how: () => how().filter((line) => line !== '') };
}

/** What a figure still waits for, short enough to stand under it. */
export const NEEDS: Readonly<Record<Refusal, string>> = {
  'no-diameter': 'needs the tape',
  'no-distance': 'needs a distance',
  'no-slope': 'needs the slope',
  'no-base': 'needs the base',
  'no-height': 'needs a height',
  'no-logs': 'needs logs',
  'not-sighted': 'not sighted',
  'top-below-base': 'check the signs',
  'bark-without-diameter': 'needs the tape',
  'no-mark-height': 'needs the mark',
  'several-poms': 'two points',
  'pom-needed': 'which tape?',
  'second-tape-missing': 'other tape too',
  'pom-above-fork': 'above the fork',
  'stems-stand-alone': 'stem by stem',
  'no-elevation': 'needs its angle',
  'no-pace': 'needs your pace',
  'no-reach': 'needs your reach',
  'far-not-sighted': 'needs far sights',
  'no-parallax': 'sights too alike',
  'errors-too-large': 'too uncertain',
  'pole-below-base': 'check the pole',
  'no-shadow': 'needs the shadow',
  'no-reference-shadow': 'needs the staff',
  'sun-in-slope': 'sun along slope',
  'mark-needed': 'needs a mark',
  'tip-overhead': 'past the zenith',
  'device-below-mark': 'check the mark',
  'along-the-lean': 'stand aside',
  'along-stem-or-plumb': 'along or plumb?',
  'lean-direction': 'which way?',
  'lean-needs-base': 'needs the base',
  'lean-told-twice': 'two leans told',
  'mark-above-tip': 'check the mark',
  'mark-told-twice': 'two marks told',
  'no-pole': 'needs the pole',
  'pole-at-mark': 'needs the base',
  'pole-not-sighted': 'needs its top',
  'crown-base-over-total': 'check the crown base',
  'no-convergence': 'check the lean',
  'no-root-flare': 'no root flare said',
  'no-stump': 'no stump said',
  'out-of-range': 'check the number',
  'outside-table': 'not in the table',
  'pom-below-fork': 'below the fork',
  'pom-below-ground': 'below the ground',
  'rounds-to-nothing': 'too small',
  'too-few': 'too few trees',
  'taper-too-strong': 'too much taper',
};
