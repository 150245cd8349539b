import 'reflect-metadata';
import { IsIn, IsOptional } from 'class-validator';
import { InRange, LEAST_ERROR, MaybeOne, Says } from '../describe';
import { INSTRUMENT_TOOLS, type InstrumentTool } from '../kinds/instrument';
import { Among, MaybeText, Text } from './fields';

/** The scale an angle instrument is read on. */
export class InstrumentScale {
  @Among('degree', 'percent', 'topographic', 'fixed', 'dial') kind!: 'degree' | 'percent' | 'topographic' | 'fixed' | 'dial';
  @IsOptional() @InRange(0.001, 1000, '') @Says('Of a scale drawn for one distance: which.') distance!: number | null;
  @IsOptional() @InRange(-360, 360, '°') @Says('Of a dial: what it reads when level.') level!: number | null;
  @IsOptional() @IsIn(['up', 'down'], { message: 'one of up, down' }) @Says('Of a dial: which way its figure grows.') grows!:
    | 'up'
    | 'down'
    | null;
  @IsOptional()
  @InRange(-100_000, 100_000, 'on its own scale')
  @Says('The figure at the upper end of the scale, on the scale itself.')
  end?: number | null;
}

/** A tool of the kit, with the error its owner trusts it to. */
export class InstrumentBody {
  @Text(1, 80) name!: string;
  @Among(...INSTRUMENT_TOOLS) tool!: InstrumentTool;
  @MaybeText(80) serial!: string | null;
  @IsOptional() @InRange(LEAST_ERROR, 10, 'radians, metres or a share, by tool') @Says('Standard error of one reading.') sigma!:
    | number
    | null;
  @MaybeOne(() => InstrumentScale) @Says('The scale it is read on.') scale!: InstrumentScale | null;
}
