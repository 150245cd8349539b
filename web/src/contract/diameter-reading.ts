import 'reflect-metadata';
import { DIAMETER_TOOLS, type DiameterTool, LENGTH_UNITS, LENGTHS_OF_TOOL, type LengthUnit } from '@arbolito/core';
import { ArrayMaxSize, ArrayMinSize, IsArray, IsBoolean, IsIn, IsNumber, IsOptional, IsString, Length, ValidateBy } from 'class-validator';
import { InRange, IsAbove, LEAST_ERROR, LEAST_LENGTH, Says, Together } from './describe';
import { oneOf, ReadingBase } from './reading-base';

/** What a diameter says of its place and its trust, whatever read it. */
class DiameterTaken extends ReadingBase {
  @IsOptional()
  @InRange(LEAST_LENGTH, 60, 'm')
  @Says('Height it was read at along the stem above the ground reference; the trunk’s point of measurement when left out.')
  pom?: number;

  @IsOptional()
  @IsBoolean({ message: 'true or false' })
  @Says('An upper diameter, for the profile; it names its height in pom.')
  upper?: boolean;

  @IsOptional()
  @IsString({ message: 'text' })
  @Length(1, 40, { message: 'text of 1 to 40 characters' })
  @Says(
    'Of an upper diameter: the sighted place it was read at, as that was named (a point’s name, crown-base, merchantable); in place of pom.',
    'log 2',
  )
  at?: string;

  @IsOptional()
  @InRange(LEAST_ERROR, 5, 'm')
  @Says('Standard error of this reading, of what was read.')
  sigma?: number;

  @IsOptional()
  @InRange(LEAST_ERROR, 1, 'as a share of the diameter')
  @Says('Standard error, where it is told as a share; it goes before sigma.')
  sigmaShare?: number;

  @IsOptional()
  @IsString({ message: 'text' })
  @Length(1, 400, { message: 'text of 1 to 400 characters' })
  @Says('Why the point of measurement is where it is; kept, never computed with.')
  why?: string;
}

const MORE = { message: 'numbers above 0' };
/** How many lengths each tool takes beside the first, for the description. */
const MOST = Math.max(...DIAMETER_TOOLS.map((t) => LENGTHS_OF_TOOL[t].most)) - 1;

@Together({
  allOf: DIAMETER_TOOLS.map((tool) => ({
    if: { properties: { tool: { const: tool } } },
    // biome-ignore lint/suspicious/noThenProperty: JSON Schema's own word
    then: { properties: { more: LENGTHS_OF_TOOL[tool].most > 1 ? { maxItems: LENGTHS_OF_TOOL[tool].most - 1 } : { type: 'null' } } },
  })),
})
export class DiameterReadingInput extends DiameterTaken {
  declare kind: 'diameter';

  @IsIn(DIAMETER_TOOLS, oneOf(DIAMETER_TOOLS))
  // the check sits on the field that is always there: a missing optional field is never looked at
  @ValidateBy({
    name: 'lengthsOfTool',
    validator: {
      validate: (tool, args) => {
        const more = (args?.object as DiameterReadingInput | undefined)?.more;
        const most = LENGTHS_OF_TOOL[tool as DiameterTool]?.most ?? 1;
        return more == null || (most > 1 && Array.isArray(more) && more.length < most);
      },
      defaultMessage: (args) => `at most ${LENGTHS_OF_TOOL[args?.value as DiameterTool]?.most ?? 1} readings at once of this tool`,
    },
  })
  @Says(
    'plain-tape (or string) reads the girth, everything else the diameter; a biltmore-stick reads what is written at the mark.',
    'diameter-tape',
  )
  tool!: DiameterTool;

  @InRange(0.001, 100_000, 'in the unit named')
  @Says('As read.', 41.3)
  value!: number;

  @IsOptional()
  @IsArray({ message: 'a list of numbers' })
  @ArrayMinSize(1, { message: 'a list of at least 1' })
  @ArrayMaxSize(MOST, { message: `a list of at most ${MOST}` })
  @IsNumber({ allowNaN: false, allowInfinity: false }, { each: true, ...MORE })
  @IsAbove(0, { each: true, ...MORE })
  @Says('Further lengths of a tape, which add up; the second reading of a caliper, at right angles; further faces of a stick.')
  more?: number[];

  @IsIn(LENGTH_UNITS, oneOf(LENGTH_UNITS))
  @Says('Unit of the values.', 'cm')
  unit!: LengthUnit;

  @IsOptional()
  @InRange(0.2, 1.5, 'm')
  @Says('Of a stick: the person’s own reach, eye to stick; the stick’s own is assumed, and said so, when left out.')
  reach?: number;

  @IsOptional()
  @InRange(0.2, 1.5, 'm')
  @Says('Of a stick: the reach it is graduated for; 0.635 m (25 in) when left out.')
  designReach?: number;
}

@Together({
  allOf: [
    {
      if: { properties: { by: { const: 'bands' } } },
      // biome-ignore lint/suspicious/noThenProperty: JSON Schema's own word
      then: { required: ['ratio'], properties: { ratio: { type: 'number' } } },
      else: { properties: { ratio: { type: 'null' }, selfCorrecting: { enum: [null, false] }, value: { exclusiveMaximum: 180 } } },
    },
  ],
})
export class OpticalReadingInput extends DiameterTaken {
  declare kind: 'optical-diameter';

  @IsIn(['angle', 'bands'], oneOf(['angle', 'bands']))
  @ValidateBy({
    name: 'bandsNameRatio',
    validator: {
      validate: (by, args) => {
        const r = args?.object as OpticalReadingInput | undefined;
        return by === 'bands' ? r?.ratio != null : r?.ratio == null && !r?.selfCorrecting && !((r?.value ?? 0) >= 180);
      },
      defaultMessage: () => 'bands come with a ratio; an angle comes without ratio and selfCorrecting and is under 180',
    },
  })
  @Says('By the angle the stem subtends, or by the bands of a scale it covers.', 'angle')
  by!: 'angle' | 'bands';

  @InRange(0.001, 10_000, 'degrees or bands')
  @Says('As read.', 2.1)
  value!: number;

  @IsOptional()
  @InRange(0.001, 1, '')
  @Says('Of bands: diameter over distance of one band.', 0.02)
  ratio?: number;

  @InRange(0.001, 100_000, 'in the unit named')
  @Says('Distance to the stem, as read.', 12)
  distance!: number;

  @IsIn(LENGTH_UNITS, oneOf(LENGTH_UNITS))
  @Says('Unit of the distance.', 'm')
  unit!: LengthUnit;

  @IsIn(['level', 'sight'], oneOf(['level', 'sight']))
  @Says('How the distance was read: level, or along the line of sight.', 'level')
  along!: 'level' | 'sight';

  @IsIn(['axis', 'face'], oneOf(['axis', 'face']))
  @Says('Where the distance ends: the axis of the stem or its near face.', 'axis')
  to!: 'axis' | 'face';

  @IsOptional()
  @InRange(-89, 89, '°')
  @Says('Of the sight, up positive, 0 level; needed where the other kind of distance is wanted.')
  elevation?: number;

  @IsOptional()
  @IsBoolean({ message: 'true or false' })
  @Says('Of bands: the instrument corrects itself for the slope of the sight, and the level distance counts.')
  selfCorrecting?: boolean;
}
