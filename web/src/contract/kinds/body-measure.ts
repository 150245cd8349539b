import { kindOf } from './define';

/** What is measured on a body. */
export const BODY_MEASURES = ['breast-height-mark', 'reach', 'eye-height'] as const;
export type BodyMeasure = (typeof BODY_MEASURES)[number];

/** What each can be on a person, metres. */
export const BODY_RANGES: Readonly<Record<BodyMeasure, readonly [number, number]>> = {
  'breast-height-mark': [0.5, 2],
  reach: [0.3, 1],
  'eye-height': [0.8, 2.5],
};

/** A length on a person’s own body. */
export const bodyMeasure = kindOf({ partOf: { person: 'person' }, together: [['what', 'value']] });
