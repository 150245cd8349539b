import 'reflect-metadata';
import { READING_KINDS, type ReadingKind } from '@arbolito/core';
import { IsIn, IsOptional, IsString, Length } from 'class-validator';
import { Says } from './describe';

export const oneOf = (list: readonly unknown[]) => ({ message: `one of ${list.join(', ')}` });

/** What every reading says. */
export class ReadingBase {
  @IsIn(READING_KINDS, oneOf(READING_KINDS))
  @Says('What was read; it decides which other fields there are.')
  kind!: ReadingKind;

  @IsOptional()
  @IsString({ message: 'text' })
  @Length(1, 100, { message: 'text of 1 to 100 characters' })
  @Says('A name for this reading; results name the readings they come from.')
  id?: string;

  @IsOptional()
  @IsString({ message: 'text' })
  @Length(1, 100, { message: 'text of 1 to 100 characters' })
  @Says('Which setting-up it belongs to; readings without one share one station.')
  station?: string;

  @IsOptional()
  @IsString({ message: 'text' })
  @Length(1, 100, { message: 'text of 1 to 100 characters' })
  @Says('Which stem of the tree, usually its number; stem 1 when left out.', '2')
  stem?: string;
}
