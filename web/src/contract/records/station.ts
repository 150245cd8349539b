import 'reflect-metadata';
import { IsInt, Max, Min } from 'class-validator';
import { Id } from './fields';

const RANGE = { message: 'a whole number from 1 to 99' };

/** A place one stood at to sight a tree. */
export class StationBody {
  @Id() visit!: string;
  @IsInt(RANGE) @Min(1, RANGE) @Max(99, RANGE) number!: number;
}
