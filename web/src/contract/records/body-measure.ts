import 'reflect-metadata';
import { ValidateBy } from 'class-validator';
import { InRange, Says, Together } from '../describe';
import { BODY_MEASURES, BODY_RANGES, type BodyMeasure } from '../kinds/body-measure';
import { Among, Day, Id, MaybeText } from './fields';

const rangeOf = (what: unknown) => (typeof what === 'string' && Object.hasOwn(BODY_RANGES, what) ? BODY_RANGES[what as BodyMeasure] : null);

/** A length on a person's own body that measuring leans on: it holds for the footwear of that day, and is due again. */
@Together({
  allOf: BODY_MEASURES.map((what) => ({
    if: { properties: { what: { const: what } } },
    // biome-ignore lint/suspicious/noThenProperty: JSON Schema's own word
    then: { properties: { value: { minimum: BODY_RANGES[what][0], maximum: BODY_RANGES[what][1] } } },
  })),
})
export class BodyMeasureBody {
  @Id() person!: string;
  @Among(...BODY_MEASURES) @Says('A mark at breast height, the reach from eye to stick, or the height of the eye.') what!: BodyMeasure;
  @InRange(0.3, 2.5, 'm')
  @ValidateBy({
    name: 'onABody',
    validator: {
      validate: (value, args) => {
        const range = rangeOf((args?.object as BodyMeasureBody | undefined)?.what);
        return range === null || (typeof value === 'number' && value >= range[0] && value <= range[1]);
      },
      defaultMessage: (args) => {
        const what = (args?.object as BodyMeasureBody | undefined)?.what;
        const [low, high] = rangeOf(what) ?? [0.3, 2.5];
        return `a ${what} from ${low} to ${high} m`;
      },
    },
  })
  @Says('Above the ground; a reach from the eye.')
  value!: number;
  @MaybeText(80) @Says('In which boots or snowshoes.') footwear!: string | null;
  @MaybeText(120) @Says('Where on the body a mark is.') where!: string | null;
  @Day() @Says('When it was taken.') on!: string;
}
