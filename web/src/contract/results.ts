import 'reflect-metadata';
import { IsIn, IsInt, IsOptional, IsString, Matches } from 'class-validator';
import { InRange, MaybeOne, Says } from './describe';
import { oneOf } from './reading-base';
import { Id } from './records/fields';

/** Sampling errors in an address: some numbers with commas between. */
export const ERRORS = /^(?!(.*,)?0+(\.0+)?(,|$))\d{1,2}(\.\d{1,4})?(,\d{1,2}(\.\d{1,4})?){0,19}$/;

/** What is asked of a stored survey's figures. */
export class ResultsQuery {
  @Id() id!: string;
  @IsOptional() @InRange(50, 99.99, 'per cent') @Says('How sure intervals are to hold the true value.') confidence?: number;
  @IsOptional()
  @Matches(ERRORS, { message: 'sampling errors above 0 and below 100 per cent, at most 20, with commas between: 10,15' })
  @Says('Sampling errors wanted: for each the plots that it needs.')
  errors?: string;
  @IsOptional() @IsIn(['metric', 'us'], oneOf(['metric', 'us'])) @Says('Of the answer; the survey’s own when left out.') units?:
    | 'metric'
    | 'us';
  @IsOptional()
  @IsIn(['sampling', 'all'], oneOf(['sampling', 'all']))
  @Says('Whether intervals of volume hold the errors of height curves and form factors too.')
  intervals?: 'sampling' | 'all';
}

/** Why figures could not be worked out, and when that is tried again. */
export class FailedAnswer {
  @IsInt() @Says('Tries that failed, one after the other.') tries!: number;
  @IsString() why!: string;
  @IsString() @Says('When it is tried again.', '2026-11-23T09:30:00.000Z') next!: string;
}

/** How far a survey is whose figures are being worked out: ask again in a moment. */
export class DerivingAnswer {
  @IsString() survey!: string;
  @IsIn(['deriving']) status!: 'deriving';
  @IsInt() @Says('Trees that are worked out.') done!: number;
  @IsInt() @Says('Of how many; 0 while they are not counted.') trees!: number;
  @MaybeOne(() => FailedAnswer) @Says('Null where nothing is known against it.') failed!: FailedAnswer | null;
}
