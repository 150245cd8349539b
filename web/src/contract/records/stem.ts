import 'reflect-metadata';
import { IsInt, Max, Min } from 'class-validator';
import { Id } from './fields';

const RANGE = { message: 'a whole number from 1 to 99' };

/** A stem of a tree; 1 is the largest, the others follow clockwise. */
export class StemBody {
  @Id() tree!: string;
  @IsInt(RANGE) @Min(1, RANGE) @Max(99, RANGE) number!: number;
}
