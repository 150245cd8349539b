import 'reflect-metadata';
import { checkTrunk, DomainError, GROUND_REFERENCES, type GroundReference, LEANS_TOWARD, TRUNK_LIMITS, type Trunk } from '@arbolito/core';
import { ArrayMaxSize, IsBoolean, IsIn, IsInt, IsOptional, Max, Min, ValidateBy } from 'class-validator';
import { InRange, Many, MaybeOne, One, Says } from './describe';
import { oneOf, ReadingBase } from './reading-base';
import { withoutNulls } from './without-nulls';

const { height, diameter, slope, lean, snow, zones, stems } = TRUNK_LIMITS;
const LINES = ['underside', 'axis'];
const COUNT = { message: `a whole number from 1 to ${stems}` };
const FEW = { message: `a list of at most ${zones}` };

export class TrunkMeasuredFrom {
  @IsIn(GROUND_REFERENCES, oneOf(GROUND_REFERENCES)) @Says('Ground reference its heights count from.') reference!: GroundReference;
  @IsIn(LINES, oneOf(LINES)) @Says('Line of a leaning stem they run along.') along!: 'underside' | 'axis';
}
export class TrunkLean {
  @InRange(0, lean, '°') @Says('From plumb.', 12) angle!: number;
  @IsIn(LEANS_TOWARD, oneOf(LEANS_TOWARD))
  @Says('Which way it hangs; across the slope, the uphill ground lies behind the lean.')
  toward!: (typeof LEANS_TOWARD)[number];
}
export class TrunkFork {
  @InRange(0, height, 'm') @Says('Where the stems part.', 1.1) height!: number;
  @IsOptional()
  @InRange(0, height, 'm')
  @Says('Where its swelling begins below; half a thickness under it is assumed when left out.')
  swellFrom?: number;
  @IsOptional()
  @InRange(0, height, 'm')
  @Says('The narrowest point below, where it is not right under the swelling.')
  narrowestBelow?: number;
}
export class TrunkButtSwell {
  @InRange(0, height, 'm') @Says('Where the butt swell or buttress ends.', 1.6) end!: number;
}
export class TrunkZone {
  @InRange(0, height, 'm') @Says('Its lower end.', 1.1) from!: number;
  @InRange(0, height, 'm') @Says('Its upper end, above the lower.', 1.6) to!: number;
  @IsOptional()
  @InRange(0, height, 'm')
  @Says('The narrowest point below it, where it is not right under its lower end.')
  narrowestBelow?: number;
  @IsOptional() @IsBoolean({ message: 'true or false' }) @Says('Just above it the stem is no better.') worseAbove?: boolean;
}

/** What a trunk does. Heights along the stem above the ground reference, m; what is left out is not there. */
export class TrunkInput implements Trunk {
  @MaybeOne(() => TrunkMeasuredFrom) @Says('How its heights were taken; the protocol’s way when left out.') from?: TrunkMeasuredFrom;
  @IsOptional() @InRange(0.001, diameter, 'm') @Says('Thickness near breast height, where it is not measured.') diameter?: number;
  @IsOptional() @InRange(0, slope, '°') @Says('Slope of the ground across the trunk.') slope?: number;
  @MaybeOne(() => TrunkLean) @Says('Lean of the stem.') lean?: TrunkLean;
  @IsOptional()
  @InRange(-3, 3, 'm')
  @Says('Top of the root flare above the ground at mid-slope; below 0 where it is buried.')
  rootFlare?: number;
  @MaybeOne(() => TrunkFork) @Says('Fork of the stem.') fork?: TrunkFork;
  @MaybeOne(() => TrunkButtSwell) @Says('Butt swell.') buttSwell?: TrunkButtSwell;
  @IsOptional() @Many(() => TrunkZone) @ArrayMaxSize(zones, FEW) @Says('Swellings, wounds, galls, stubs.') swellings?: TrunkZone[];
  @IsOptional()
  @Many(() => TrunkZone)
  @ArrayMaxSize(zones, FEW)
  @Says('Branches from one trunk, with their flare.')
  lowBranches?: TrunkZone[];
  @IsOptional() @IsIn(['movable', 'fixed'], oneOf(['movable', 'fixed'])) @Says('Vines on the stem, and whether they can be moved.') vines?:
    | 'movable'
    | 'fixed';
  @IsOptional() @InRange(0, snow, 'm') @Says('Depth of snow or litter over mineral ground.') snow?: number;
  @IsOptional() @IsInt(COUNT) @Min(1, COUNT) @Max(stems, COUNT) @Says('Stems there are, measured or not.') stems?: number;
}

/** Why a trunk can't be, beyond the range of each field; null when it can. */
function impossible(trunk: unknown): string | null {
  try {
    checkTrunk(withoutNulls(trunk) as Trunk);
    return null;
  } catch (e) {
    return e instanceof DomainError ? `${e.quantity}: ${e.expected}` : 'a trunk';
  }
}

export class TrunkReadingInput extends ReadingBase {
  declare kind: 'trunk';

  @One(() => TrunkInput)
  @ValidateBy({
    name: 'possibleTrunk',
    validator: { validate: (v) => impossible(v) === null, defaultMessage: (args) => impossible(args?.value) ?? '' },
  })
  @Says('What the trunk does; it decides where the tape goes.')
  trunk!: TrunkInput;
}
