import 'reflect-metadata';
import { type JudgedTool, TYPICAL_SHARES } from '@arbolito/core';
import { IsInt, IsOptional, Max, Min } from 'class-validator';
import { InRange, LEAST_ERROR, Says } from '../describe';
import { Among, Day, Id } from './fields';

const PAIRS = { message: 'a whole number from 1 to 100000' };

/** A person's error with a tool as pairs with a better one have shown it, adopted: it holds in every survey. */
export class ToolCalibrationBody {
  @Id() person!: string;
  @Among(...Object.keys(TYPICAL_SHARES)) tool!: JudgedTool;
  @InRange(LEAST_ERROR, 1, 'as a share') @Says('Standard error of one reading, its bias included.', 0.03) sigma!: number;
  @InRange(-1, 10, 'as a share')
  @Says('How far it reads too much, on the mean; it is told, never taken off a reading.', 0.02)
  bias!: number;
  @IsOptional() @InRange(0, 10, 'as a share') @Says('Standard error of that mean; null of a single pair.', 0.006) biasSigma!: number | null;
  @IsInt(PAIRS) @Min(1, PAIRS) @Max(100_000, PAIRS) @Says('How many pairs told it.', 24) pairs!: number;
  @Day() @Says('When it was adopted.') on!: string;
}
