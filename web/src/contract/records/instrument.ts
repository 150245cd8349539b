import 'reflect-metadata';
import { IsOptional } from 'class-validator';
import { InRange, Says } from '../describe';
import { recordKind } from './define';
import { Among, MaybeText, Text } from './fields';

export const INSTRUMENT_TOOLS = ['diameter-tape', 'plain-tape', 'clinometer', 'distance-tape', 'other'] as const;

/** A tool of the kit, with the error its owner trusts it to. */
export class InstrumentBody {
  @Text(1, 80) name!: string;
  @Among(...INSTRUMENT_TOOLS) tool!: (typeof INSTRUMENT_TOOLS)[number];
  @MaybeText(80) serial!: string | null;
  @IsOptional() @InRange(0, 10, 'radians, metres or a share, by tool', { above: true }) @Says('Standard error of one reading.') sigma!:
    | number
    | null;
}
export const instrument = recordKind(InstrumentBody);
