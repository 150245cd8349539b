import 'reflect-metadata';
import {
  GROUND_REFERENCES,
  type GroundReference,
  LENGTH_UNITS,
  type LengthUnit,
  LOG_RULE_NAMES,
  type LogRuleName,
  type ProtocolOptions,
  type UnitSystem,
} from '@arbolito/core';
import { IsBoolean, IsIn, IsInt, IsOptional, IsString, Length, Max, Min, ValidateIf } from 'class-validator';
import { InRange, Many, MaybeOne, One, Says } from './describe';

const oneOf = (...list: readonly string[]) => [list, { message: `one of ${list.join(', ')}` }] as const;

export class DiameterRounding {
  @IsIn(...oneOf('diameter', 'circumference')) of!: 'diameter' | 'circumference';
  @InRange(0, 10, 'in the unit named', { above: true }) step!: number;
  @IsIn(...oneOf(...LENGTH_UNITS)) unit!: LengthUnit;
  @IsIn(...oneOf('nearest', 'down', 'up')) direction!: 'nearest' | 'down' | 'up';
}
export class ClassWidth {
  @InRange(0, 100, 'in the unit named', { above: true }) value!: number;
  @IsIn(...oneOf(...LENGTH_UNITS)) unit!: LengthUnit;
}
export class ForkLow {
  @IsIn(...oneOf('separate')) stems!: 'separate';
  @ValidateIf((o: ForkLow) => o.atMost !== null)
  @IsInt({ message: 'a whole number from 1 to 50, or null' })
  @Min(1, { message: 'a whole number from 1 to 50, or null' })
  @Max(50, { message: 'a whole number from 1 to 50, or null' })
  atMost!: number | null;
  @IsIn(...oneOf('each', 'largest')) theTree!: 'each' | 'largest';
}
export class MerchantableTop {
  @IsString({ message: 'text' })
  @Length(1, 60, { message: 'text of 1 to 60 characters' })
  product!: string;
  @InRange(0, 3, 'm', { above: true }) diameter!: number;
}
export class LogCutting {
  @InRange(0, 30, 'm', { above: true }) length!: number;
  @InRange(0, 1, 'm') trim!: number;
  @IsIn(...oneOf('down', 'nearest')) oddEnd!: 'down' | 'nearest';
}
export class Merchantable {
  @Many(() => MerchantableTop) tops!: MerchantableTop[];
  @IsBoolean({ message: 'true or false' }) orFirstDefect!: boolean;
  @InRange(0, 3, 'm') stumpHeight!: number;
  @MaybeOne(() => LogCutting) @Says('null where the stem is not cut into logs.') logs!: LogCutting | null;
}
export class HeightTolerance {
  @InRange(0, 20, 'm', { above: true }) absolute!: number;
  @IsOptional() @InRange(0, 1, 'as a share', { above: true }) relative!: number | null;
}

export class ProductClassInput {
  @IsString({ message: 'text' })
  @Length(1, 60, { message: 'text of 1 to 60 characters' })
  product!: string;
  @InRange(0, 3, 'm') @Says('Diameter at breast height from which a stem is of it.') from!: number;
}

/** Every option on which schools of measuring differ. Lengths in metres unless a unit is named. */
export class ProtocolOptionsInput implements ProtocolOptions {
  @IsIn(...oneOf('metric', 'us')) units!: UnitSystem;
  @InRange(0.5, 2, 'm') @Says('Breast height.', 1.3) breastHeight!: number;
  @IsIn(...oneOf('body-mark-or-stick', 'tape-or-stick', 'tape')) foundBy!: ProtocolOptions['foundBy'];
  @IsIn(...oneOf(...GROUND_REFERENCES)) groundReference!: GroundReference;
  @IsIn(...oneOf('underside', 'axis')) lean!: ProtocolOptions['lean'];
  @IsIn(...oneOf('just-above', 'just-above-below-if-worse', 'narrowest-below', 'mean-above-below')) swelling!: ProtocolOptions['swelling'];
  @IsIn(...oneOf('just-above-below-if-worse', 'narrowest-below')) lowBranches!: ProtocolOptions['lowBranches'];
  @InRange(0, 3, 'm') aboveButtSwell!: number;
  @One(() => ForkLow) forkLow!: ForkLow;
  @IsIn(...oneOf('separate', 'one-below-fork', 'one-narrowest-below')) forkBelowBreastHeight!: ProtocolOptions['forkBelowBreastHeight'];
  @IsIn(...oneOf('one')) forkAbove!: 'one';
  @IsIn(...oneOf('none', 'quadratic-sum', 'arithmetic-mean')) oneNumber!: ProtocolOptions['oneNumber'];
  @IsIn(...oneOf('off-or-under-else-flag', 'over-and-flag')) vines!: ProtocolOptions['vines'];
  @IsIn(...oneOf('none', 'paint', 'nothing-that-wounds')) mark!: ProtocolOptions['mark'];
  @One(() => DiameterRounding) diameterRounding!: DiameterRounding;
  @MaybeOne(() => ClassWidth) classWidth!: ClassWidth | null;
  @MaybeOne(() => Merchantable) merchantable!: Merchantable | null;
  @IsOptional()
  @IsInt({ message: 'a whole number from 1 to 9' })
  @Min(1, { message: 'a whole number from 1 to 9' })
  @Max(9, { message: 'a whole number from 1 to 9' })
  @Says('How often a height is determined; once when left out.', 3)
  determinations?: number;
  @One(() => HeightTolerance) heightTolerance!: HeightTolerance;
  @IsOptional()
  @IsInt({ message: 'a whole number from 0 to 1000' })
  @Min(0, { message: 'a whole number from 0 to 1000' })
  @Max(1000, { message: 'a whole number from 0 to 1000' })
  @Says('One tree in so many wants a height: 1 every tree, as when left out, 0 none.', 1)
  heightSample?: number;
  @IsOptional() @Many(() => ProductClassInput) @Says('Classes of products by diameter; none when left out.') products?: ProductClassInput[];
  @IsOptional() @InRange(50, 100, 'per cent') @Says('Form class of species that have none of their own.', 78) formClass?: number;
  @IsOptional()
  @InRange(0, 10, 'in a log')
  @Says('Taper of each log above the butt log, of species that have none of their own.', 2)
  taperPerLog?: number;
  @IsOptional() @IsIn(...oneOf(...LOG_RULE_NAMES)) @Says('The board-foot rule shown first.', 'doyle') logRule?: LogRuleName;
}
