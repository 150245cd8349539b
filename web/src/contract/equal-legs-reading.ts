import 'reflect-metadata';
import { IsIn } from 'class-validator';
import { Says } from './describe';
import { LongReading } from './height-reading';
import { oneOf } from './reading-base';

export class EqualLegsReadingInput extends LongReading {
  declare kind: 'equal-legs';

  @IsIn(['level', 'slope'], oneOf(['level', 'slope']))
  @Says('How the distance lay: level, or along the slope (an angle to target ground is needed).', 'level')
  along!: 'level' | 'slope';

  @IsIn(['axis', 'bark'], oneOf(['axis', 'bark']))
  @Says('Where it ended; at the bark half the diameter is added.', 'axis')
  to!: 'axis' | 'bark';
}
