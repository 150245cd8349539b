import 'reflect-metadata';
import { Id, MaybeText } from './fields';

/** Takes a record back; what it had replaced is in force again. */
export class RetractionBody {
  /** Any record. */
  @Id() record!: string;
  @MaybeText(200) reason!: string | null;
}
