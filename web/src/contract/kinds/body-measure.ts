import { kindOf } from './define';

/** What is measured on a body. */
export const BODY_MEASURES = ['breast-height-mark', 'reach', 'eye-height'] as const;
export type BodyMeasure = (typeof BODY_MEASURES)[number];

/** A length on a person’s own body. */
export const bodyMeasure = kindOf({ partOf: { person: 'person' } });
