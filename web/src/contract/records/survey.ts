import 'reflect-metadata';
import { ValidateBy } from 'class-validator';
import { allOf, MaybeOne, Says } from '../describe';
import { DesignInput } from '../design';
import { SAMPLES_OF, SURVEY_KINDS, type SurveyKind } from '../kinds/survey';
import { Among, Id, MaybeText, Text } from './fields';

const WORDS = SURVEY_KINDS.map((kind) => `${kind} with ${SAMPLES_OF[kind].join(' or ') || 'no design'}`).join(', ');

/** Put on the kind, which is always there: a design of another kind of survey. */
const kindFitsDesign = (): PropertyDecorator => (target, field) =>
  ValidateBy({
    name: 'kindFitsDesign',
    validator: {
      validate: (kind: unknown, args) => {
        const rule = (args?.object as SurveyBody | undefined)?.design?.rule;
        return !rule || !SURVEY_KINDS.includes(kind as SurveyKind) || SAMPLES_OF[kind as SurveyKind].includes(rule.kind);
      },
      defaultMessage: () => `a kind that goes with the design’s rule: ${WORDS}`,
    },
  })(target, String(field));
const fits = SURVEY_KINDS.map((kind) => ({
  if: { required: ['kind'], properties: { kind: { const: kind } } },
  // biome-ignore lint/suspicious/noThenProperty: JSON Schema's own word
  then: {
    properties: {
      design:
        SAMPLES_OF[kind].length === 0
          ? { type: 'null' }
          : { anyOf: [{ type: 'null' }, { properties: { rule: { properties: { kind: { enum: SAMPLES_OF[kind] } } } } }] },
    },
  },
}));

/** A page of the field book. */
@allOf(fits)
export class SurveyBody {
  @Text(1, 120) name!: string;
  @Among(...SURVEY_KINDS) @kindFitsDesign() kind!: SurveyKind;
  /** The exact version of the protocol. */
  @Id() protocol!: string;
  @MaybeText(200) place!: string | null;
  @MaybeOne(() => DesignInput) @Says('How it samples; null where that is not said, or where it has no plots.') design?: DesignInput | null;
}
