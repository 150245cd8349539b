import 'reflect-metadata';
import { ArrayMaxSize, IsArray, IsOptional, Matches } from 'class-validator';
import { Says } from '../describe';
import { ID, Id, MaybeText } from './fields';

const SEEN = { message: 'a list of at most 1000 ids' };

/** Takes a thing out of the book with all that is part of it. Taking the strike-out back brings all of it again. */
export class StrikeOutBody {
  @Id() @Says('Id of the thing, which is that of its first version.') entity!: string;
  @MaybeText(200) @Says('Why.') reason!: string | null;
  @IsOptional()
  @IsArray(SEEN)
  @ArrayMaxSize(1000, SEEN)
  @Matches(ID, { each: true, message: 'ids of records' })
  @Says(
    'What its maker saw: versions in force of the thing and, of a plot or tree, the ids of its direct parts. What is not listed stays until a person decides; null takes all that is there.',
  )
  seen?: string[] | null;
}
