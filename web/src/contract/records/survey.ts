import 'reflect-metadata';
import { recordKind } from './define';
import { Among, Id, MaybeText, Text } from './fields';

export const SURVEY_KINDS = ['every-tree', 'strip', 'fixed-plots', 'points', 'single-trees', 'street', 'record-list'] as const;

/** A page of the field book. */
export class SurveyBody {
  @Text(1, 120) name!: string;
  @Among(...SURVEY_KINDS) kind!: (typeof SURVEY_KINDS)[number];
  /** The exact version of the protocol. */
  @Id() protocol!: string;
  @MaybeText(200) place!: string | null;
}
export const survey = recordKind(SurveyBody, { protocol: 'protocol' });
