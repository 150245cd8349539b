import 'reflect-metadata';
import { InRange, Says } from '../describe';
import { BODY_MEASURES, type BodyMeasure } from '../kinds/body-measure';
import { Among, Day, Id, MaybeText } from './fields';

/** A length on a person's own body that measuring leans on: it holds for the footwear of that day, and is due again. */
export class BodyMeasureBody {
  @Id() person!: string;
  @Among(...BODY_MEASURES) @Says('A mark at breast height, the reach from eye to stick, or the height of the eye.') what!: BodyMeasure;
  @InRange(0.2, 2.5, 'm') @Says('Above the ground; a reach from the eye.') value!: number;
  @MaybeText(80) @Says('In which boots or snowshoes.') footwear!: string | null;
  @MaybeText(120) @Says('Where on the body a mark is.') where!: string | null;
  @Day() @Says('When it was taken.') on!: string;
}
