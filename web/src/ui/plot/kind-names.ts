import type { SurveyKind } from '../../contract/kinds/survey';

/** The kinds of survey by their names. */
export const KIND_NAMES: Readonly<Record<SurveyKind, string>> = {
  'every-tree': 'every tree',
  strip: 'strips',
  'fixed-plots': 'fixed plots',
  points: 'points',
  'single-trees': 'single trees',
  street: 'street and park',
  'record-list': 'record list',
};
