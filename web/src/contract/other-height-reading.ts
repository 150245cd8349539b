import 'reflect-metadata';
import { HEIGHT_TARGETS, LENGTH_UNITS, type LengthUnit, type TopTarget } from '@arbolito/core';
import { ArrayMaxSize, ArrayMinSize, IsArray, IsIn, IsNumber, IsOptional, IsString, Length, ValidateBy } from 'class-validator';
import { InRange, IsAbove, LEAST_ERROR, LEAST_LENGTH, Says } from './describe';
import { LongReading } from './height-reading';
import { oneOf, ReadingBase } from './reading-base';

const TARGET = [HEIGHT_TARGETS, oneOf(HEIGHT_TARGETS)] as const;
const PARTS = { message: 'numbers above 0' };

export class BaselineReadingInput extends LongReading {
  declare kind: 'baseline';

  @IsString({ message: 'text' })
  @Length(1, 100, { message: 'text of 1 to 100 characters' })
  @Says('Name of the station at its other end, farther from the tree and in line with it.', 'B')
  far!: string;

  @IsOptional()
  @InRange(-60, 60, '°')
  @Says('Slope of the line itself; level when left out.')
  elevation?: number;
}

export class StickReadingInput extends LongReading {
  declare kind: 'stick';

  @IsIn(...TARGET)
  @Says('What its upper end covers; its lower end covers the base.', 'tip')
  target!: TopTarget;

  @IsOptional()
  @IsIn(['plumb', 'stem'], oneOf(['plumb', 'stem']))
  @Says('How it was held: plumb, or as the stem leans; plumb when left out.', 'plumb')
  held?: 'plumb' | 'stem';

  @IsOptional()
  @InRange(0.2, 1.5, 'm')
  @Says('Level, from the eye to the stick: the person’s own; without it no height follows.', 0.72)
  reach?: number;
}

export class LogScaleReadingInput extends ReadingBase {
  declare kind: 'log-scale';

  @InRange(0, 12, 'logs', { above: true })
  @Says('Logs as read on the stick’s log scale.', 2.5)
  value!: number;

  @IsOptional() @InRange(0.2, 1.5, 'm') @Says('The reach the scale is drawn for; 0.635 m (25 in) when left out.') designReach?: number;
  @IsOptional()
  @InRange(LEAST_LENGTH, 200, 'm')
  @Says('The distance it is drawn for; 20.1168 m (66 ft) when left out.')
  designDistance?: number;
  @IsOptional()
  @InRange(0.2, 1.5, 'm')
  @Says('The person’s own reach; that of the scale is assumed, and said so, when left out.')
  reach?: number;
}

export class SetAngleReadingInput extends ReadingBase {
  declare kind: 'set-angle';

  @IsOptional() @IsIn(...TARGET) @Says('What it points at; the tip when left out.', 'tip') target?: TopTarget;

  @InRange(0.001, 100, '') @Says('The set angle as rise over run: its rise.', 1) rise!: number;
  @InRange(0.001, 100, '') @Says('Its run; 1 and 1 are 45°.', 1) run!: number;
  @IsOptional()
  @InRange(-30, 30, 'm')
  @Says('Height of the level mark on the stem above the ground reference, where no mark height is read for it.', 1.5)
  mark?: number;
  @IsOptional() @InRange(LEAST_ERROR, 0.5, 'radians') @Says('Standard error of the set angle.') sigma?: number;
}

export class DeviceReadingInput extends LongReading {
  declare kind: 'device-height';

  @IsIn(...TARGET)
  @Says('What it reported the height of.', 'tip')
  target!: TopTarget;

  @IsOptional()
  @InRange(LEAST_LENGTH, 1000, 'm')
  @Says('The distance set in it; with a distance read at the station the height is taken to that one.', 20)
  setDistance?: number;

  @IsOptional()
  @InRange(0, 30, 'm')
  @Says('Height of the mark set in it, 0 where it reported from the base; with one set, a mark height read at the tree replaces it.')
  setMark?: number;
}

const MINUTE = 'Minutes after midnight by the watch: both shadows belong to the same minute.';

export class ShadowReadingInput extends LongReading {
  declare kind: 'shadow';
  @IsOptional() @IsIn(...TARGET) @Says('Whose shadow ends there; the tip’s when left out.', 'tip') target?: TopTarget;
  @IsOptional() @InRange(0, 1440, 'minutes') @Says(MINUTE, 750) minute?: number;
}

export class ReferenceShadowReadingInput extends LongReading {
  declare kind: 'reference-shadow';

  @InRange(0.001, 1000, 'in the unit named')
  @Says('How tall the staff or person is that casts it.', 1.5)
  height!: number;

  @IsOptional()
  @IsIn(['level', 'slope'], oneOf(['level', 'slope']))
  @Says('Where its shadow lies: on level ground, or on the same even slope as the tree’s; level when left out.', 'level')
  on?: 'level' | 'slope';

  @IsOptional() @InRange(0, 1440, 'minutes') @Says(MINUTE, 750) minute?: number;
}

export class DirectReadingInput extends LongReading {
  declare kind: 'direct-height';

  @IsIn(...TARGET)
  @Says('What was measured along the tree.', 'tip')
  target!: TopTarget;

  @IsOptional()
  @IsIn(['stem', 'plumb'], oneOf(['stem', 'plumb']))
  @Says('Along a leaning stem, or plumb as a tape hangs; needed where a lean is told.', 'stem')
  along?: 'stem' | 'plumb';

  @IsOptional()
  @IsArray({ message: 'a list of numbers' })
  @ArrayMinSize(1, { message: 'a list of at least 1' })
  @ArrayMaxSize(20, { message: 'a list of at most 20' })
  @IsNumber({ allowNaN: false, allowInfinity: false }, { each: true, ...PARTS })
  @IsAbove(0, { each: true, ...PARTS })
  @Says('Further parts, which add up.')
  more?: number[];
}

export class LeanReadingInput extends ReadingBase {
  declare kind: 'lean';

  @InRange(0, 60, '°')
  @Says('Of the whole stem from plumb, base to tip.', 10)
  value!: number;

  @IsIn(['eye', 'away', 'side'], oneOf(['eye', 'away', 'side']))
  @Says('Where to, as seen from this station.', 'side')
  toward!: 'eye' | 'away' | 'side';

  @IsOptional()
  @InRange(0, 180, '°')
  @Says('From straight toward the eye, where it is known better than toward says.', 30)
  direction?: number;

  @IsOptional()
  @InRange(0, 180, '°')
  @Says('Between where it leans and where the shadow falls, 180 toward the sun; a shadow’s height needs it.', 90)
  fromShadow?: number;

  @IsOptional() @InRange(LEAST_ERROR, 0.5, 'radians') @Says('Standard error of the lean; 2° when left out.') sigma?: number;
}

export class CrownReadingInput extends ReadingBase {
  declare kind: 'crown';

  @InRange(0.001, 1000, 'in the unit named') @Says('How far it reaches out at its widest.', 5) halfWidth!: number;
  @InRange(0.001, 1000, 'in the unit named') @Says('From there up to the tip.', 5) depth!: number;
  @IsIn(LENGTH_UNITS, oneOf(LENGTH_UNITS)) @Says('Unit of both.', 'm') unit!: LengthUnit;
}

export class RoomReadingInput extends ReadingBase {
  declare kind: 'room';

  @InRange(0.001, 10_000, 'in the unit named')
  @Says('The greatest level distance from the stem to which one can go and still see tip and base; where to stand follows from it.', 22)
  value!: number;
  @IsIn(LENGTH_UNITS, oneOf(LENGTH_UNITS)) @Says('Unit of the value.', 'm') unit!: LengthUnit;
}

export class LogsReadingInput extends ReadingBase {
  declare kind: 'logs';

  @InRange(0, 12, 'logs', { above: true })
  @ValidateBy({
    name: 'halves',
    validator: { validate: (v) => typeof v === 'number' && Number.isInteger(v * 2), defaultMessage: () => 'whole and half logs' },
  })
  @Says('Merchantable logs above the stump, in halves.', 2.5)
  value!: number;
}

export class FromEyeReadingInput extends ReadingBase {
  declare kind: 'from-eye';

  @IsIn([...HEIGHT_TARGETS, 'base', 'mark'], oneOf([...HEIGHT_TARGETS, 'base', 'mark']))
  @Says('What it is the height of.', 'tip')
  target!: TopTarget | 'base' | 'mark';

  @InRange(-1000, 1000, 'in the unit named')
  @Says('How far above the eye, below 0 under it, as an instrument prints it: a length.', 12.3)
  value!: number;
  @IsIn(LENGTH_UNITS, oneOf(LENGTH_UNITS)) @Says('Unit of the value.', 'm') unit!: LengthUnit;

  @IsOptional()
  @InRange(LEAST_LENGTH, 1000, 'm')
  @Says('The distance set in it; with a distance read at the station the length is taken to that one.', 20)
  setDistance?: number;

  @IsOptional()
  @InRange(-30, 30, 'm')
  @Says('Of a mark: its height above the ground reference, where no mark height is read for it.', 1.3)
  mark?: number;

  @IsOptional() @InRange(LEAST_ERROR, 100, 'm') @Says('Standard error of this reading.') sigma?: number;
}

export class BearingReadingInput extends ReadingBase {
  declare kind: 'bearing';

  @InRange(0, 360, '°')
  @Says('From the station to the stem, clockwise from any one north: tells what the heights of several stations share.', 215)
  value!: number;
}

export class CrownSpreadReadingInput extends ReadingBase {
  declare kind: 'crown-spread';

  @InRange(0.001, 1000, 'in the unit named') @Says('The widest axis of the crown.', 9.2) first!: number;
  @InRange(0.001, 1000, 'in the unit named') @Says('The one at right angles to it.', 7.4) second!: number;
  @IsIn(LENGTH_UNITS, oneOf(LENGTH_UNITS)) @Says('Unit of both.', 'm') unit!: LengthUnit;
}
