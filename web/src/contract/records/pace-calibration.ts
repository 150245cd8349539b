import 'reflect-metadata';
import { ArrayMaxSize, ArrayMinSize } from 'class-validator';
import { InRange, LEAST_LENGTH, Many, Says } from '../describe';
import { Among, Day, Id, MaybeText } from './fields';

/** One walk over a taped course. */
export class PaceRunBody {
  @InRange(LEAST_LENGTH, 1000, 'm') @Says('Length of the taped course.', 60) course!: number;
  @InRange(0.5, 5000, 'paces') @Says('Paces counted over it.', 39.5) paces!: number;
}

const RUNS = { message: 'a list of 1 to 20 runs' };

/** A person's pace, from runs over taped courses in the footwear of that day. */
export class PaceCalibrationBody {
  @Id() person!: string;
  @Among('double', 'single') @Says('One pace is two steps (double), or one step (single).') counted!: 'double' | 'single';
  @Many(() => PaceRunBody) @ArrayMinSize(1, RUNS) @ArrayMaxSize(20, RUNS) runs!: PaceRunBody[];
  @MaybeText(80) @Says('In which boots or snowshoes.') footwear!: string | null;
  @Day() @Says('When it was taken.') on!: string;
}
