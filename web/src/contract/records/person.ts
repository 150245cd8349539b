import 'reflect-metadata';
import { IsOptional } from 'class-validator';
import { InRange, Says } from '../describe';
import { Text } from './fields';

/** Somebody who measures. */
export class PersonBody {
  @Text(1, 80) name!: string;
  @IsOptional() @InRange(0.8, 2.5, 'm') @Says('Height of the eye above the ground, in the boots of the day.') eyeHeight!: number | null;
  @IsOptional() @InRange(0.3, 1, 'm') @Says('Eye to stick.') reach!: number | null;
}
