import 'reflect-metadata';
import { Says } from '../describe';
import { Id, MaybeText } from './fields';

/** Takes a thing out of the book with all that is part of it. Taking the strike-out back brings all of it again. */
export class StrikeOutBody {
  @Id() @Says('Id of the thing, which is that of its first version.') entity!: string;
  @MaybeText(200) @Says('Why.') reason!: string | null;
}
