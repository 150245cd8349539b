import 'reflect-metadata';
import { PRESET_KEYS, type PresetKey, type PreviousDiameter, type PreviousHeight, type Reading } from '@arbolito/core';
import { ArrayMaxSize, ArrayMinSize, IsArray, IsIn, IsOptional, IsString, Length, ValidateBy } from 'class-validator';
import { Each, InRange, LEAST_DIAMETER, LEAST_ERROR, LEAST_LENGTH, Many, MaybeOne, OneOf, Says, Together } from './describe';
import { ProtocolOptionsInput } from './protocol-options';
import { READING_CLASSES, ReadingBase } from './reading';
import { PlaceInput, SampleInput } from './sampling';
import { SpeciesFiguresInput } from './species-figures';

/** What one request may hold. */
export const DERIVE_LIMITS = { trees: 5000, readingsPerTree: 200, readings: 20_000, trunks: 1000, bytes: 5_000_000 } as const;

/** A stem's diameter at the visit before. */
export class PreviousDiameterInput implements PreviousDiameter {
  @IsOptional()
  @IsString({ message: 'text' })
  @Length(1, 100, { message: 'text of 1 to 100 characters' })
  @Says('Which stem; stem 1 when left out.')
  stem?: string;
  @InRange(LEAST_DIAMETER, 15, 'm') @Says('Its diameter then.', 0.392) diameter!: number;
  @IsOptional() @InRange(LEAST_ERROR, 5, 'm') @Says('Its standard error.') sigma?: number;
  @InRange(LEAST_LENGTH, 60, 'm') @Says('Where it was read, along the stem above the ground reference.', 1.3) pom!: number;
  @InRange(0, 500, 'years') @Says('How long ago.', 3) years!: number;
}

/** The tree's total height at the visit before. */
export class PreviousHeightInput implements PreviousHeight {
  @InRange(LEAST_LENGTH, 150, 'm') @Says('Its height then.', 21.4) height!: number;
  @InRange(0, 50, 'm') @Says('Its standard error.', 0.5) sigma!: number;
  @InRange(0, 500, 'years') @Says('How long ago.', 3) years!: number;
}

const STEMS = { message: 'a list of at most 99' };

/** One tree with its readings, as they were read. */
export class DeriveTree {
  @IsOptional()
  @IsString({ message: 'text' })
  @Length(1, 100, { message: 'text of 1 to 100 characters' })
  @Says('A name for the tree; the answer repeats it.', 'tree 7')
  id?: string;

  @OneOf('kind', READING_CLASSES, () => ReadingBase, true)
  @ArrayMaxSize(DERIVE_LIMITS.readingsPerTree, { message: `a list of at most ${DERIVE_LIMITS.readingsPerTree} readings` })
  @Says('In the order taken.')
  readings!: Reading[];

  @MaybeOne(() => SpeciesFiguresInput)
  species?: SpeciesFiguresInput;

  @IsOptional()
  @Many(() => PreviousDiameterInput)
  @ArrayMaxSize(99, STEMS)
  @Says('The visit before, stem by stem; only the checks look at it.')
  previous?: PreviousDiameterInput[];

  @MaybeOne(() => PreviousHeightInput)
  @Says('Its total height at the visit before; only the checks look at it.')
  previousHeight?: PreviousHeightInput;

  @MaybeOne(() => PlaceInput)
  @Says('Where it stands, seen from the centre of the request’s sample; then the answer says whether it is in.')
  place?: PlaceInput;

  @IsOptional()
  @InRange(0.5, 3, 'm')
  @Says('Height of the person’s eye; 1.6 m is assumed, and said so, when left out.')
  eyeHeight?: number;

  @IsOptional()
  @InRange(0.2, 1.5, 'm')
  @Says('The person’s own reach, eye to stick; only the checks look at it.', 0.66)
  reach?: number;
}

/** Standard errors for readings that name none; the typical ones of docs/methods.md when left out. */
export class ErrorFigures {
  @IsOptional() @InRange(LEAST_ERROR, 0.5, 'radians') @Says('Of one angle sighting.', 0.00436) angle?: number;
  @IsOptional() @InRange(LEAST_ERROR, 1, 'as a share') @Says('Of a level distance.', 0.001) levelDistance?: number;
  @IsOptional() @InRange(LEAST_ERROR, 1, 'as a share') @Says('Of a distance along the ground.', 0.003) slopeDistance?: number;
  @IsOptional() @InRange(LEAST_ERROR, 1, 'm') @Says('Of a diameter or girth by tape, as read.', 0.002) diameter?: number;
  @IsOptional() @InRange(LEAST_ERROR, 1, 'm') @Says('Of one caliper reading.', 0.003) caliper?: number;
  @IsOptional() @InRange(LEAST_ERROR, 1, 'as a share') @Says('Of a diameter by Biltmore stick.', 0.04) biltmore?: number;
  @IsOptional() @InRange(LEAST_ERROR, 1, 'as a share') @Says('Of an optical diameter.', 0.03) optical?: number;
  @IsOptional() @InRange(LEAST_ERROR, 1, 'as a share') @Says('Of a diameter by eye.', 0.15) estimate?: number;
  @IsOptional() @InRange(LEAST_ERROR, 1, 'as a share') @Says('Of a paced distance.', 0.04) pace?: number;
  @IsOptional() @InRange(LEAST_ERROR, 10, 'm') @Says('Of a laser shot’s length.', 0.15) laserDistance?: number;
  @IsOptional() @InRange(LEAST_ERROR, 0.5, 'radians') @Says('Of a shot’s angle.', 0.0035) laserAngle?: number;
  @IsOptional() @InRange(LEAST_ERROR, 1, 'as a share') @Says('Of an ultrasonic distance.', 0.01) ultrasonic?: number;
  @IsOptional() @InRange(LEAST_ERROR, 1, 'as a share') @Says('Of a fixed-base rangefinder’s distance.', 0.03) fixedBase?: number;
  @IsOptional() @InRange(LEAST_ERROR, 0.5, 'radians') @Says('Of a protractor with a string.', 0.0175) protractor?: number;
  @IsOptional() @InRange(LEAST_ERROR, 1, 'as a share') @Says('Of a height by stick.', 0.05) stick?: number;
  @IsOptional() @InRange(LEAST_ERROR, 1, 'as a share') @Says('Of a height by shadow.', 0.04) shadow?: number;
  @IsOptional() @InRange(LEAST_ERROR, 1, 'as a share') @Says('Of a height an instrument reported.', 0.02) device?: number;
  @IsOptional() @InRange(LEAST_ERROR, 1, 'as a share') @Says('Of a height along the tree itself.', 0.003) direct?: number;
  @IsOptional() @InRange(LEAST_ERROR, 0.5, 'radians') @Says('Of a lean somebody judged.', 0.035) lean?: number;
  @IsOptional() @InRange(LEAST_ERROR, 1, 'm') @Says('Of an eye height that stands for a mark.', 0.1) eyeHeight?: number;
  @IsOptional() @InRange(LEAST_ERROR, 0.5, 'radians') @Says('Of a bearing by hand compass.', 0.035) compass?: number;
  @IsOptional() @InRange(LEAST_ERROR, 1, 'as a share') @Says('Of a distance on a plot by eye.', 0.2) byEye?: number;
}

@Together({
  oneOf: [
    { required: ['preset'], properties: { preset: { type: 'string' }, protocol: { type: 'null' } } },
    { required: ['protocol'], properties: { protocol: { type: 'object' }, preset: { type: 'null' } } },
  ],
})
export class DeriveRequest {
  @IsOptional()
  @IsIn(PRESET_KEYS, { message: `one of ${PRESET_KEYS.join(', ')}` })
  @Says('A protocol by the name of its preset; give this or protocol, not both.', 'forest-metric')
  preset?: PresetKey;

  @MaybeOne(() => ProtocolOptionsInput)
  @Says('A protocol in full.')
  protocol?: ProtocolOptionsInput;

  @MaybeOne(() => ErrorFigures)
  errors?: ErrorFigures;

  @MaybeOne(() => SampleInput)
  @Says('The plot or point that trees with a place are looked at from.')
  sample?: SampleInput;

  @Each()
  @IsArray({ message: 'a list of trees' })
  @ArrayMinSize(1, { message: `a list of 1 to ${DERIVE_LIMITS.trees} trees` })
  @ArrayMaxSize(DERIVE_LIMITS.trees, { message: `a list of 1 to ${DERIVE_LIMITS.trees} trees` })
  @ValidateBy({
    name: 'oneProtocol',
    validator: {
      validate: (_, args) => {
        const r = args?.object as DeriveRequest;
        return (r.preset == null) !== (r.protocol == null);
      },
      defaultMessage: () => 'trees come with a preset or a protocol, one of the two',
    },
  })
  @Says('Each is judged and answered for itself, in this order.')
  trees!: unknown[];
}
