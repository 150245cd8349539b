import 'reflect-metadata';
import { NORTHS, type North, type SamplingKind } from '@arbolito/core';
import { IsIn, IsInt, IsOptional, Max, Min, ValidateBy } from 'class-validator';
import { InRange, OneOf, Says, Together } from './describe';
import { oneOf } from './reading-base';
import { CircleInput, NestedInput, PointInput, RectangleSize, SamplingBase, StripWidth } from './sampling';

/** How trees come into every plot of a survey; what is each plot's own (a rectangle's bearing, a strip's length) is said there. */
export type DesignRule = CircleInput | NestedInput | RectangleSize | StripWidth | PointInput;
const RULES = {
  circle: () => CircleInput,
  nested: () => NestedInput,
  rectangle: () => RectangleSize,
  strip: () => StripWidth,
  point: () => PointInput,
} satisfies Record<SamplingKind, () => new () => DesignRule>;

const PLANNED = { message: 'a whole number from 1 to 100000' };

/** Other norths are where they are; a declination beside them would be one nobody looks at. */
const declinationIsMagnetic = (): PropertyDecorator => (target, field) =>
  ValidateBy({
    name: 'declinationIsMagnetic',
    validator: {
      validate: (north, args) => north === 'magnetic' || (args?.object as DesignInput | undefined)?.declination == null,
      defaultMessage: () => 'magnetic where a declination is said',
    },
  })(target, String(field));

/** How a survey samples. */
@Together({
  anyOf: [{ properties: { north: { const: 'magnetic' } } }, { properties: { declination: { type: 'null' } } }],
})
export class DesignInput {
  @OneOf('kind', RULES, () => SamplingBase) @Says('How trees come into a plot that says nothing of its own.') rule!: DesignRule;
  @IsIn(NORTHS, oneOf(NORTHS)) @declinationIsMagnetic() @Says('Which north every bearing of the survey counts from.') north!: North;
  @IsOptional()
  @InRange(-180, 180, 'degrees')
  @Says('How far magnetic north lies east of true north, where bearings are magnetic; below 0 west.', 0.8)
  declination?: number | null;
  @IsOptional() @IsInt(PLANNED) @Min(1, PLANNED) @Max(100_000, PLANNED) @Says('How many plots are planned.', 36) planned?: number | null;
  @IsOptional()
  @InRange(0.01, 100, 'per cent')
  @Says('Sampling error of the volume, or of what there is of it, that the survey is to reach.', 10)
  goal?: number | null;
  @IsOptional() @InRange(50, 99.99, 'per cent') @Says('How sure it is to be of that; 95 when left out.', 95) confidence?: number | null;
}
