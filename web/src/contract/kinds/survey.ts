import { kindOf } from './define';

export const SURVEY_KINDS = ['every-tree', 'strip', 'fixed-plots', 'points', 'single-trees', 'street', 'record-list'] as const;
export type SurveyKind = (typeof SURVEY_KINDS)[number];

/** A page of the book. */
export const survey = kindOf({ opensScope: true, namesVersion: { protocol: 'protocol' } });
