import 'reflect-metadata';
import { LENGTH_UNITS, type LengthUnit, SAMPLING_KINDS, type SamplingKind } from '@arbolito/core';
import { ArrayMaxSize, ArrayMinSize, IsBoolean, IsIn, IsInt, IsNumber, IsOptional, ValidateBy } from 'class-validator';
import { InRange, LEAST_LENGTH, Many, MaybeOne, One, OneOf, Says, Together } from './describe';
import { oneOf } from './reading-base';

/** How trees come into a sample; the class is told by its kind. */
export class SamplingBase {
  @IsIn(SAMPLING_KINDS, oneOf(SAMPLING_KINDS)) kind!: SamplingKind;
}
export class CircleInput extends SamplingBase {
  declare kind: 'circle';
  @InRange(LEAST_LENGTH, 1000, 'm') @Says('Level radius of the circle.', 12.62) radius!: number;
}
export class NestedCircle {
  @InRange(0, 3, 'm') @Says('Diameter from which trees are looked for in it.', 0.07) from!: number;
  @InRange(LEAST_LENGTH, 1000, 'm') @Says('Level radius; larger for thicker trees.', 3.99) radius!: number;
}
const CIRCLES = { message: 'a list of 1 to 10 circles' };
export class NestedInput extends SamplingBase {
  declare kind: 'nested';
  @Many(() => NestedCircle) @ArrayMinSize(1, CIRCLES) @ArrayMaxSize(10, CIRCLES) circles!: NestedCircle[];
}
export class RectangleSize extends SamplingBase {
  declare kind: 'rectangle';
  @InRange(LEAST_LENGTH, 1000, 'm') @Says('Across its axis; the same as length for a square.', 20) width!: number;
  @InRange(LEAST_LENGTH, 1000, 'm') @Says('Along its axis; the centre is in the middle.', 25) length!: number;
}
export class RectangleInput extends RectangleSize {
  @InRange(0, 360, 'degrees') @Says('Bearing of its axis, the same north as the trees’.', 164) axis!: number;
}
export class StripWidth extends SamplingBase {
  declare kind: 'strip';
  @InRange(LEAST_LENGTH, 1000, 'm') @Says('Both sides of the line together.', 20) width!: number;
}
export class StripInput extends StripWidth {
  @InRange(LEAST_LENGTH, 100_000, 'm') @Says('Level length of the line.', 250) length!: number;
}
export class PointInput extends SamplingBase {
  declare kind: 'point';
  @InRange(0.001, 1000, '') @Says('Basal-area factor, m²/ha or ft²/acre as the units say.', 4) factor!: number;
  @IsIn(['metric', 'us'], oneOf(['metric', 'us'])) units!: 'metric' | 'us';
}

/** A rule as it is told: in degrees. */
export type RuleInput = CircleInput | NestedInput | RectangleInput | StripInput | PointInput;
const RULE_CLASSES = {
  circle: () => CircleInput,
  nested: () => NestedInput,
  rectangle: () => RectangleInput,
  strip: () => StripInput,
  point: () => PointInput,
} satisfies Record<SamplingKind, () => new () => RuleInput>;

export class PlanPointInput {
  @InRange(-1e7, 1e7, 'm') @Says('East.') x!: number;
  @InRange(-1e7, 1e7, 'm') @Says('North.') y!: number;
}
const CORNERS = { message: 'a list of 3 to 500 corners' };
export class RingInput {
  @Many(() => PlanPointInput)
  @ArrayMinSize(3, CORNERS)
  @ArrayMaxSize(500, CORNERS)
  @Says('Once around, either way, not crossing itself; it closes by itself.')
  corners!: PlanPointInput[];
}
const HOLES = { message: 'a list of at most 20 rings' };
export class PlanInput {
  @One(() => PlanPointInput) @Says('Where the centre of the plot or point stands, inside.') centre!: PlanPointInput;
  @One(() => RingInput) @Says('The tract’s boundary.') outline!: RingInput;
  @IsOptional() @Many(() => RingInput) @ArrayMaxSize(20, HOLES) @Says('Roads and ponds that are left out.') holes?: RingInput[];
}

/** The plot or point that trees are looked at from. */
export class SampleInput {
  @OneOf('kind', RULE_CLASSES, () => SamplingBase)
  @Says('How trees come into it.')
  rule!: RuleInput;
  @IsOptional()
  @InRange(0, 60, 'degrees')
  @Says('Steepest slope of the ground, 0 where it is level; needed where a distance lay along it.', 20)
  slope?: number;
  @IsOptional()
  @InRange(0, 360, 'degrees')
  @Says('Bearing downhill; needed where the ground slopes and a tape lay along it.', 145)
  downhill?: number;
  @MaybeOne(() => PlanInput) @Says('The edges of the tract, for trees whose bearing is told.') plan?: PlanInput;
}

const WAYS = ['level', 'ground', 'sight'] as const;
const ENDS = ['axis', 'bark'] as const;
/** What a distance on a plot is found with. */
export const PLACED_BY = ['tape', 'paces', 'laser', 'ultrasonic', 'eye'] as const;

const angleIsOfASight = (): PropertyDecorator => (target, field) =>
  ValidateBy({
    name: 'angleIsOfASight',
    validator: {
      validate: (along, args) => along === 'sight' || (args?.object as PlaceInput | undefined)?.elevation == null,
      defaultMessage: () => 'sight where an elevation is said',
    },
  })(target, String(field));

/** Where a tree stands, seen from the centre; on a strip the distance lies square off its line. */
@Together({ anyOf: [{ properties: { along: { const: 'sight' } } }, { properties: { elevation: { type: 'null' } } }] })
export class PlaceInput {
  @InRange(0, 10_000, '') @Says('Distance as read, in its unit.', 11.4) value!: number;
  @IsIn(LENGTH_UNITS, oneOf(LENGTH_UNITS)) unit!: LengthUnit;
  @IsIn(WAYS, oneOf(WAYS))
  @angleIsOfASight()
  @Says('How it lay: level, along the ground, or along a line of sight.')
  along!: (typeof WAYS)[number];
  @IsOptional() @InRange(-89, 89, 'degrees') @Says('Of the line of sight; needed along one.') elevation?: number;
  @IsIn(ENDS, oneOf(ENDS)) @Says('At the bark half the diameter is added.') to!: (typeof ENDS)[number];
  @IsIn(PLACED_BY, oneOf(PLACED_BY)) by!: (typeof PLACED_BY)[number];
  @IsOptional() @InRange(0, 100, 'm') @Says('Its standard error; the typical one of what it was read with when left out.') sigma?: number;
  @IsOptional()
  @InRange(0, 360, 'degrees')
  @Says('Bearing from the centre, the same north as downhill and plan; needed in a rectangle.', 72)
  bearing?: number;
}

/** Whether a tree is in. */
export class InclusionAnswer {
  @IsBoolean() in!: boolean;
  @IsBoolean() @Says('Too near the limit for what it was read with: tape distance and diameter.') near!: boolean;
  @IsNumber() @Says('Level, from the centre to the axis, m.') distance!: number;
  @IsNumber() @Says('Up to which it is in, m.') limit!: number;
  @IsNumber() @Says('Limit less distance, m: from 0 on it is in.') margin!: number;
  @IsNumber() @Says('Standard error of the margin, the diameter’s in it, m.') sigma!: number;
  @IsOptional() @IsNumber() @Says('What a tape laid the same way to the same end reads at the limit, m; null where no length does.') tape!:
    | number
    | null;
  @IsNumber() @Says('Trees of a hectare that it stands for.') perHectare!: number;
  @IsOptional()
  @IsInt()
  @Says('Walk-through: 2 where the point as far beyond it lies outside; null without plan and bearing, and for strips.')
  walkThrough!: 1 | 2 | null;
  @IsOptional()
  @IsNumber()
  @Says('Its whole circle over the part inside the plan; null without a plan, and for rectangles and strips.')
  edgeWeight!: number | null;
}
