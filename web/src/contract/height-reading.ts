import 'reflect-metadata';
import {
  ANGLE_TARGETS,
  type AngleTarget,
  DISTANCE_TOOLS,
  type DistanceTool,
  LENGTH_UNITS,
  type LengthUnit,
  SCALE_KINDS,
  type SightedReference,
} from '@arbolito/core';
import { IsBoolean, IsIn, IsOptional, ValidateBy } from 'class-validator';
import { allOf, brings, InRange, LEAST_ERROR, Says } from './describe';
import { oneOf, ReadingBase } from './reading-base';
import { InstrumentName, PointName, Reference, SigmaZero, Zero } from './sight-fields';

/** A reading in a unit of length. */
export class LongReading extends ReadingBase {
  @InRange(0.001, 100_000, 'in the unit named')
  @Says('As read.', 25)
  value!: number;

  @IsIn(LENGTH_UNITS, oneOf(LENGTH_UNITS))
  @Says('Unit of the value.', 'm')
  unit!: LengthUnit;

  @IsOptional()
  @InRange(LEAST_ERROR, 100, 'm')
  @Says('Standard error of this reading.')
  sigma?: number;
}

/** A distance an instrument measured. */
export class RangedReading extends LongReading {
  @IsOptional()
  @InRange(LEAST_ERROR, 1, 'as a share of the reading')
  @Says('Standard error, where it is told as a share; sigma goes before it.')
  sigmaShare?: number;

  @IsOptional()
  @InRange(0.5, 2, '')
  @Says('True over read, from the day’s check on a taped base; 1 when left out.')
  factor?: number;

  @IsOptional()
  @InRange(-60, 60, '°C')
  @Says('Of ultrasound: the temperature now; with checkedCelsius the distance is put right for it.', 22)
  celsius?: number;
  @IsOptional() @InRange(-60, 60, '°C') @Says('The temperature at which the instrument was set or checked.', 12) checkedCelsius?: number;
}

const sight = brings('along', { sight: ['elevation'] });

@allOf(sight.schema)
export class DistanceReadingInput extends RangedReading {
  declare kind: 'distance';

  @IsIn(['level', 'slope', 'sight'], oneOf(['level', 'slope', 'sight']))
  @sight.check
  @Says('How it lay: level, along the slope (an angle to target ground is needed), or along a line of sight.', 'level')
  along!: 'level' | 'slope' | 'sight';

  @IsIn(['axis', 'bark', 'plumb'], oneOf(['axis', 'bark', 'plumb']))
  @Says('Where it ended; at the bark half the diameter is added. plumb is the point plumb below the tip, for the tip alone.', 'axis')
  to!: 'axis' | 'bark' | 'plumb';

  @IsOptional()
  @IsIn(DISTANCE_TOOLS, oneOf(DISTANCE_TOOLS))
  @Says('What measured it; a tape when left out.', 'tape')
  by?: DistanceTool;

  @IsOptional()
  @InRange(-89, 89, '°')
  @Says('Of a line of sight: its own angle, up positive, 0 level.')
  elevation?: number;
}

export class PacesReadingInput extends ReadingBase {
  declare kind: 'paces';

  @InRange(0.5, 10_000, 'paces')
  @Says('As counted.', 24)
  value!: number;

  @IsOptional()
  @InRange(0.2, 3, 'm')
  @Says('Length of one as the person’s calibration has it; without it no distance follows.', 1.52)
  pace?: number;

  @IsIn(['level', 'slope'], oneOf(['level', 'slope']))
  @Says('On a slope paces are a slope distance: an angle to target ground is needed.', 'level')
  along!: 'level' | 'slope';

  @IsIn(['axis', 'bark'], oneOf(['axis', 'bark']))
  @Says('Where they ended; at the bark half the diameter is added.', 'axis')
  to!: 'axis' | 'bark';

  @IsOptional()
  @InRange(LEAST_ERROR, 100, 'm')
  @Says('Standard error of this distance.')
  sigma?: number;

  @IsOptional()
  @InRange(LEAST_ERROR, 1, 'as a share of the distance')
  @Says('Standard error as a share: the spread of the person’s runs.', 0.02)
  sigmaShare?: number;
}

/** An angle included with the base has a target over it and is above 0. */
const Includable = () =>
  ValidateBy({
    name: 'includable',
    validator: {
      validate: (target, args) => {
        const r = args?.object as AngleReadingInput | undefined;
        return r?.included !== true || (!['ground', 'base', 'mark', 'pole-top'].includes(target as string) && !(r.value <= 0));
      },
      defaultMessage: () => 'an included angle is above 0 and goes from the base to a target over it',
    },
  });

const scaled = brings('scale', { fixed: ['scaleDistance'], dial: ['level', 'grows'] });
const named = brings('target', { point: ['name'] });

@allOf(scaled.schema, named.schema, [
  {
    if: { properties: { included: { const: true } }, required: ['included'] },
    // biome-ignore lint/suspicious/noThenProperty: JSON Schema's own word
    then: { properties: { target: { not: { enum: ['ground', 'base', 'mark', 'pole-top'] } }, value: { exclusiveMinimum: 0 } } },
  },
])
export class AngleReadingInput extends ReadingBase {
  declare kind: 'angle';

  @PointName() name?: string;
  @Reference() reference?: SightedReference;
  @Zero() zero?: number;
  @SigmaZero() sigmaZero?: number;
  @InstrumentName() instrument?: string;

  @IsIn(ANGLE_TARGETS, oneOf(ANGLE_TARGETS))
  @named.check
  @Includable()
  @Says('What was sighted; ground is the slope, positive uphill from the station to the tree.', 'tip')
  target!: AngleTarget;

  @InRange(-100_000, 100_000, 'on the scale named')
  @Says('As read, up positive, 0 is level; degrees lie strictly between -90 and 90. On a dial, what stands there.', 41.5)
  value!: number;

  @IsIn(SCALE_KINDS, oneOf(SCALE_KINDS))
  @scaled.check
  @Says('The scale it was read on; fixed is a scale drawn for one distance, dial a protractor’s.', 'degree')
  scale!: 'degree' | 'percent' | 'topographic' | 'fixed' | 'dial';

  @IsOptional()
  @InRange(0.01, 1000, 'in the unit of the scale')
  @Says('The distance a fixed scale is drawn for, for example 20.')
  scaleDistance?: number;

  @IsOptional()
  @InRange(-360, 360, '°')
  @Says('Of a dial: what it reads when level, for example 90.')
  level?: number;

  @IsOptional()
  @IsIn(['up', 'down'], oneOf(['up', 'down']))
  @Says('Of a dial: whether its figure grows as the sight goes up or down.')
  grows?: 'up' | 'down';

  @IsOptional()
  @IsBoolean({ message: 'true or false' })
  @Says('It is the angle between this target and the base, above 0, not the one to level.')
  included?: boolean;

  @IsOptional()
  @IsIn(['base', 'mark'], oneOf(['base', 'mark']))
  @Says('Of an included angle: its lower end; the base when left out, or a mark where nothing else was sighted with it.', 'mark')
  over?: 'base' | 'mark';

  @IsOptional()
  @InRange(LEAST_ERROR, 0.5, 'radians')
  @Says('Standard error of this reading.')
  sigma?: number;

  @IsOptional()
  @InRange(1, 90, '°')
  @Says('Of the instrument: the steepest sight up its scale shows; where to stand follows from it, and a sight past it is found wrong.', 60)
  scaleEnd?: number;
}

export class LengthReadingInput extends LongReading {
  declare kind: 'eye-height' | 'merchantable-height' | 'pole';
}

export class MarkHeightReadingInput extends ReadingBase {
  declare kind: 'mark-height';

  @InRange(-100, 100, 'in the unit named')
  @Says('How high the mark is above the ground reference, below 0 under it.', 1.3)
  value!: number;
  @IsIn(LENGTH_UNITS, oneOf(LENGTH_UNITS)) @Says('Unit of the value.', 'm') unit!: LengthUnit;
}
