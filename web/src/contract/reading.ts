import 'reflect-metadata';
import {
  ANGLE_TARGETS,
  type AngleTarget,
  GROUND_REFERENCES,
  type GroundReference,
  LENGTH_UNITS,
  type LengthUnit,
  type ReadingKind,
  SCALE_KINDS,
} from '@arbolito/core';
import { IsIn, IsOptional, ValidateBy } from 'class-validator';
import { InRange, Says, Together } from './describe';
import { DiameterReadingInput, OpticalReadingInput } from './diameter-reading';
import { oneOf, ReadingBase } from './reading-base';
import { TrunkReadingInput } from './trunk-reading';

export class DistanceReadingInput extends ReadingBase {
  declare kind: 'distance';

  @InRange(0, 100_000, 'in the unit named', { above: true })
  @Says('As read.', 25)
  value!: number;

  @IsIn(LENGTH_UNITS, oneOf(LENGTH_UNITS))
  @Says('Unit of the value.', 'm')
  unit!: LengthUnit;

  @IsIn(['level', 'slope'], oneOf(['level', 'slope']))
  @Says('How the tape lay; along a slope an angle to target ground is needed.', 'level')
  along!: 'level' | 'slope';

  @IsIn(['axis', 'bark'], oneOf(['axis', 'bark']))
  @Says('Where the tape ended; at the bark half the diameter is added.', 'axis')
  to!: 'axis' | 'bark';

  @IsOptional()
  @InRange(0, 100, 'm', { above: true })
  @Says('Standard error of this reading.')
  sigma?: number;
}

@Together({
  if: { properties: { scale: { const: 'fixed' } } },
  // biome-ignore lint/suspicious/noThenProperty: JSON Schema's own word
  then: { required: ['scaleDistance'], properties: { scaleDistance: { type: 'number' } } },
  else: { properties: { scaleDistance: { type: 'null' } } },
})
export class AngleReadingInput extends ReadingBase {
  declare kind: 'angle';

  @IsIn(ANGLE_TARGETS, oneOf(ANGLE_TARGETS))
  @Says('What was sighted; ground is the slope, positive uphill from the station to the tree.', 'tip')
  target!: AngleTarget;

  @InRange(-100_000, 100_000, 'on the scale named')
  @Says('As read, up positive, 0 is level; degrees lie strictly between -90 and 90.', 41.5)
  value!: number;

  @IsIn(SCALE_KINDS, oneOf(SCALE_KINDS))
  // the check sits on the field that is always there: a missing optional field is never looked at
  @ValidateBy({
    name: 'scaleNamesDistance',
    validator: {
      validate: (scale, args) => {
        const reading = args?.object as AngleReadingInput | undefined;
        return (scale === 'fixed') === (reading?.scaleDistance != null);
      },
      defaultMessage: () => 'scaleDistance goes with scale fixed, and with it alone',
    },
  })
  @Says('The scale it was read on; fixed is a scale drawn for one distance.', 'degree')
  scale!: 'degree' | 'percent' | 'topographic' | 'fixed';

  @IsOptional()
  @InRange(0, 1000, 'in the unit of the scale', { above: true })
  @Says('The distance a fixed scale is drawn for, for example 20.')
  scaleDistance?: number;

  @IsOptional()
  @IsIn(GROUND_REFERENCES, oneOf(GROUND_REFERENCES))
  @Says('Where a base sight met the stem; the protocol’s ground reference when left out.')
  reference?: GroundReference;

  @IsOptional()
  @InRange(0, 0.5, 'radians', { above: true })
  @Says('Standard error of this reading.')
  sigma?: number;
}

export class LengthReadingInput extends ReadingBase {
  declare kind: 'mark-height' | 'eye-height' | 'merchantable-height';

  @InRange(0, 100_000, 'in the unit named', { above: true })
  @Says('As read.', 1.3)
  value!: number;

  @IsIn(LENGTH_UNITS, oneOf(LENGTH_UNITS))
  @Says('Unit of the value.', 'm')
  unit!: LengthUnit;

  @IsOptional()
  @InRange(0, 100, 'm', { above: true })
  @Says('Standard error of this reading.')
  sigma?: number;
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

/** A reading's class by its kind. */
export const READING_CLASSES = {
  diameter: () => DiameterReadingInput,
  'optical-diameter': () => OpticalReadingInput,
  trunk: () => TrunkReadingInput,
  distance: () => DistanceReadingInput,
  angle: () => AngleReadingInput,
  'mark-height': () => LengthReadingInput,
  'eye-height': () => LengthReadingInput,
  'merchantable-height': () => LengthReadingInput,
  logs: () => LogsReadingInput,
} satisfies Record<ReadingKind, () => new () => ReadingBase>;

export { ReadingBase };
