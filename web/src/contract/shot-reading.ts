import 'reflect-metadata';
import { SHOT_TARGETS, type ShotTarget, type SightedReference } from '@arbolito/core';
import { IsIn, IsOptional, ValidateBy } from 'class-validator';
import { allOf, brings, InRange, LEAST_ERROR, Says } from './describe';
import { RangedReading } from './height-reading';
import { oneOf } from './reading-base';
import { InstrumentName, PointName, Reference, SigmaZero, Zero } from './sight-fields';

const shotNamed = brings('target', { point: ['name'] });
const shotScaled = brings('scale', { fixed: ['scaleDistance'] });
const SHOT_SCALES = ['degree', 'percent', 'topographic', 'fixed'] as const;

/** Degrees reach to straight up and no farther. */
const Elevation = () =>
  ValidateBy({
    name: 'elevation',
    validator: {
      validate: (v, args) =>
        ((args?.object as ShotReadingInput | undefined)?.scale ?? 'degree') !== 'degree' || Math.abs(v as number) <= 89.9,
      defaultMessage: () => 'a number from -89.9 to 89.9 °',
    },
  });

@allOf(shotNamed.schema, shotScaled.schema, [
  {
    if: { not: { required: ['scale'], properties: { scale: { enum: ['percent', 'topographic', 'fixed'] } } } },
    // biome-ignore lint/suspicious/noThenProperty: JSON Schema's own word
    then: { properties: { elevation: { minimum: -89.9, maximum: 89.9 } } },
  },
])
export class ShotReadingInput extends RangedReading {
  declare kind: 'shot';

  @IsIn(SHOT_TARGETS, oneOf(SHOT_TARGETS))
  @shotNamed.check
  @Says('What the shot met; stem only tells how far the stem is.', 'tip')
  target!: ShotTarget;

  @InRange(-10_000, 10_000, 'on the scale named')
  @Elevation()
  @Says('Its angle, up positive, 0 level; in degrees, from -89.9 to 89.9, unless a scale is named.', 47.2)
  elevation!: number;

  @IsOptional()
  @IsIn(SHOT_SCALES, oneOf(SHOT_SCALES))
  @shotScaled.check
  @Says('The scale of the elevation; degrees when left out.', 'degree')
  scale?: 'degree' | 'percent' | 'topographic' | 'fixed';

  @IsOptional()
  @InRange(0.01, 1000, 'in the unit of the scale')
  @Says('The distance a fixed scale is drawn for, for example 20.')
  scaleDistance?: number;

  @IsIn(['laser', 'ultrasonic'], oneOf(['laser', 'ultrasonic']))
  @Says('What measured it; it decides the error.', 'laser')
  by!: 'laser' | 'ultrasonic';

  @IsIn(['axis', 'bark'], oneOf(['axis', 'bark']))
  @Says('Where it ended: at the bark half the diameter is added to its level distance.', 'axis')
  to!: 'axis' | 'bark';

  @IsOptional()
  @InRange(LEAST_ERROR, 0.5, 'radians')
  @Says('Standard error of its angle.')
  sigmaAngle?: number;

  @PointName() name?: string;
  @Reference() reference?: SightedReference;
  @Zero() zero?: number;
  @SigmaZero() sigmaZero?: number;
  @InstrumentName() instrument?: string;
}
