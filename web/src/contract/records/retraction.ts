import 'reflect-metadata';
import { recordKind } from './define';
import { Id, MaybeText } from './fields';

/** Takes a record back; what it had replaced is in force again. */
export class RetractionBody {
  /** Any record. */
  @Id() record!: string;
  @MaybeText(200) reason!: string | null;
}
export const retraction = recordKind(RetractionBody, { record: '*' });
