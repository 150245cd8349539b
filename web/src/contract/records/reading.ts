import 'reflect-metadata';
import type { Reading } from '@arbolito/core';
import { IsInt, Max, Min } from 'class-validator';
import { OneOf } from '../describe';
import { READING_CLASSES, ReadingBase } from '../reading';
import { Id, MaybeId, Text } from './fields';

const RANGE = { message: 'a whole number from 1 to 99' };

/** One reading as it was taken, never edited; a repeat is a new shot, a correction supersedes. */
export class ReadingBody {
  @Id() stem!: string;
  @Id() visit!: string;
  @Id() determination!: string;
  @MaybeId() station!: string | null;
  @IsInt(RANGE) @Min(1, RANGE) @Max(99, RANGE) shot!: number;
  @MaybeId() instrument!: string | null;
  @MaybeId() calibration!: string | null;
  /** What the person typed, letter by letter. */
  @Text(1, 200) typed!: string;
  @OneOf('kind', READING_CLASSES, () => ReadingBase) read!: Reading;
}
