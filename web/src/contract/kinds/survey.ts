import type { SamplingKind } from '@arbolito/core';
import { kindOf } from './define';

export const SURVEY_KINDS = ['every-tree', 'strip', 'fixed-plots', 'points', 'single-trees', 'street', 'record-list'] as const;
export type SurveyKind = (typeof SURVEY_KINDS)[number];

/** How trees come into the plots of a survey of each kind; none where it has no plots. */
export const SAMPLES_OF: Readonly<Record<SurveyKind, readonly SamplingKind[]>> = {
  'every-tree': [],
  strip: ['strip'],
  'fixed-plots': ['circle', 'nested', 'rectangle'],
  points: ['point'],
  'single-trees': [],
  street: [],
  'record-list': [],
};

/** A page of the book. */
export const survey = kindOf({ opensScope: true, namesVersion: { protocol: 'protocol' }, together: [['kind', 'design']] });
