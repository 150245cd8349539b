import 'reflect-metadata';
import { SURVEY_KINDS, type SurveyKind } from '../kinds/survey';
import { Among, Id, MaybeText, Text } from './fields';

/** A page of the field book. */
export class SurveyBody {
  @Text(1, 120) name!: string;
  @Among(...SURVEY_KINDS) kind!: SurveyKind;
  /** The exact version of the protocol. */
  @Id() protocol!: string;
  @MaybeText(200) place!: string | null;
}
