import 'reflect-metadata';
import { ArrayMaxSize, ArrayMinSize, IsArray, IsIn, IsInt, IsOptional, IsString, Max, Min } from 'class-validator';
import { Each, Many, Says } from './describe';
import { RecordEnvelope } from './envelope';

/** At most so many records in one push or page. */
export const SYNC_LIMIT = 1000;

export class PushRequest {
  @Each()
  @IsArray({ message: 'a list of records' })
  @ArrayMinSize(1, { message: 'a list of 1 to 1000 records' })
  @ArrayMaxSize(SYNC_LIMIT, { message: 'a list of 1 to 1000 records' })
  @Says('Records in any order; each is judged for itself.')
  records!: unknown[];
}

export const STATUSES = ['stored', 'known', 'waiting', 'refused'] as const;

export class FieldErrorAnswer {
  @IsString() @Says('Which field.') field!: string;
  @IsOptional() @Says('What stood there.') value!: unknown;
  @IsString() @Says('What is allowed.') allowed!: string;
}

export class PushAnswer {
  @IsOptional() @IsString() @Says('The record’s id as sent; null when it had none.') id!: string | null;
  @IsIn(STATUSES)
  @Says('stored: new; known: the same record was here; waiting: a parent has not arrived, send again; refused: see errors.')
  status!: (typeof STATUSES)[number];
  @Many(() => FieldErrorAnswer) errors!: FieldErrorAnswer[];
}
export class PushResponse {
  @Many(() => PushAnswer) @Says('One answer a record, in the order sent.') answers!: PushAnswer[];
}

export class StoredRecord extends RecordEnvelope {
  @IsInt() @Min(1) @Says('Its place in the server’s order.') seq!: number;
}
export class PullResponse {
  @Many(() => StoredRecord) records!: StoredRecord[];
  @IsInt() @Min(0) @Says('Send this as after next time.') next!: number;
  @IsIn([true, false]) @Says('Whether there are more right now.') more!: boolean;
}

export class PullQuery {
  @IsInt({ message: 'a whole number from 0' }) @Min(0, { message: 'a whole number from 0' }) after!: number;
  @IsInt({ message: `a whole number from 1 to ${SYNC_LIMIT}` })
  @Min(1, { message: `a whole number from 1 to ${SYNC_LIMIT}` })
  @Max(SYNC_LIMIT, { message: `a whole number from 1 to ${SYNC_LIMIT}` })
  limit!: number;
}
