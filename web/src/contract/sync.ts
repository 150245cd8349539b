import 'reflect-metadata';
import { ArrayMaxSize, ArrayMinSize, IsArray, IsBoolean, IsIn, IsInt, IsOptional, IsString, Matches, Max, Min } from 'class-validator';
import { Each, Many, Says } from './describe';
import { RecordEnvelope } from './envelope';
import { ID, SCOPE } from './records/fields';

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
  @IsOptional() @IsInt() @Min(1) @Says('Of a record that is stored or known: its place in the order of its scope.') seq?: number;
  @IsOptional() @IsString() @Says('Of a record that is stored or known: its scope.') scope?: string;
}
export class PushResponse {
  @Many(() => PushAnswer) @Says('One answer a record, in the order sent.') answers!: PushAnswer[];
}

export class StoredRecord extends RecordEnvelope {
  @IsInt() @Min(1) @Says('Its place in the order of its scope, from 1 without a gap.') seq!: number;
  @IsString() @Says('“shared”, or the id of its survey.') scope!: string;
}
export class PullResponse {
  @Many(() => StoredRecord) records!: StoredRecord[];
  @IsString() @Says('Send this as after next time.') next!: string;
  @IsIn([true, false]) @Says('Whether there are more right now.') more!: boolean;
}

/**
 * Where a pull stopped: the book's own id, a place in the order of a scope, and the id of the record there. A page of
 * before says no record; at place 0 there is none.
 */
export const CURSOR = /^([0-9a-f-]{36})\.(0|[1-9]\d{0,14})(?:\.([0-9a-f-]{36}))?$/;
/** A place in the order of a scope, and the id of the record there. */
export const PLACE = /^([1-9]\d{0,14})\.([0-9a-f-]{36})$/;

export class PullQuery {
  @Matches(SCOPE, { message: '“shared”, or the id of a survey; a page that does not say it is too old: reload it' })
  scope!: string;
  @IsOptional()
  @Matches(CURSOR, { message: 'the next of the page before; left out at the beginning' })
  after?: string;
  @IsOptional()
  @Matches(PLACE, { message: 'seq.id of the last record that the server said it has' })
  @Says('The place and the id of the last record of the scope that the server said it has: where another stands there, it answers 409.')
  acknowledged?: string;
  @IsInt({ message: `a whole number from 1 to ${SYNC_LIMIT}` })
  @Min(1, { message: `a whole number from 1 to ${SYNC_LIMIT}` })
  @Max(SYNC_LIMIT, { message: `a whole number from 1 to ${SYNC_LIMIT}` })
  limit!: number;
}

/** A survey as the server lists it, whether its records were ever pulled or not. */
export class SurveyLine {
  @IsString() @Says('Its id, and the name of its scope.') id!: string;
  @IsOptional() @IsString() @Says('Null while no version of it is in force.') name!: string | null;
  @IsOptional() @IsString() place!: string | null;
  @IsInt() @Min(0) @Says('Trees in force and not struck out.') trees!: number;
  @IsInt() @Min(1) @Says('Records in its scope, every version.') records!: number;
  @IsInt() @Min(1) @Says('What those weigh as they were sent, bytes.') bytes!: number;
  @IsString() @Says('Id of its newest record.') newest!: string;
  @IsBoolean() @Says('Struck out: nothing of it counts any more.') struck!: boolean;
  @IsString() @Says('When its last record was stored.') last!: string;
}
export class SurveysResponse {
  @Many(() => SurveyLine) @Says('By id.') surveys!: SurveyLine[];
  @IsOptional() @IsString() @Says('Send this as after for the next page; null at the end.') next!: string | null;
}
export class SurveysQuery {
  @IsOptional() @Matches(ID, { message: 'the id of a record' }) holding?: string;
  @IsOptional() @Matches(ID, { message: 'the next of the page before; left out at the beginning' }) after?: string;
  @IsInt({ message: `a whole number from 1 to ${SYNC_LIMIT}` })
  @Min(1, { message: `a whole number from 1 to ${SYNC_LIMIT}` })
  @Max(SYNC_LIMIT, { message: `a whole number from 1 to ${SYNC_LIMIT}` })
  limit!: number;
}
