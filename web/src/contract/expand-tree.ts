import 'reflect-metadata';
import { type Reading, TREE_STATUSES, type TreeStatus } from '@arbolito/core';
import { ArrayMaxSize, ArrayMinSize, IsIn, IsInt, IsOptional, Max, Min } from 'class-validator';
import { Halves } from './called';
import { DERIVE_LIMITS } from './derive';
import { allOf, InRange, isTold, needs, OneOf, Says } from './describe';
import { READING_CLASSES, ReadingBase } from './reading';
import { oneOf } from './reading-base';
import { MaybeText } from './records/fields';

const ALIKE = { message: 'a whole number from 1 to 999' };
const READINGS = { message: `a list of 1 to ${DERIVE_LIMITS.readingsPerTree} readings` };
const FIGURES = ['dbh', 'height', 'volume', 'logs'] as const;

const SIZE_OR_READINGS = [{ not: { allOf: [isTold('readings'), { anyOf: FIGURES.map(isTold) }] } }];
const AZIMUTH = needs('azimuth', 'distance');
const ELEVATION = needs('elevation', 'distance');
const LOGS = needs('logs', 'dbh');
const ALONE = [
  {
    not: {
      required: ['count'],
      properties: { count: { type: 'integer', minimum: 2 } },
      anyOf: [isTold('distance'), { required: ['countsAs'], properties: { countsAs: { type: 'number', not: { const: 1 } } } }],
    },
  },
];
const ONE_EDGE = [{ not: { allOf: [isTold('countsAs'), isTold('azimuth')] } }];

/** A tree as it is known: its figures, or its readings as in derive. */
@allOf(SIZE_OR_READINGS, AZIMUTH.schema, ELEVATION.schema, LOGS.schema, ALONE, ONE_EDGE)
export class ExpandTree {
  @MaybeText(100) @Says('A name for it; each once on its plot.', '12') id?: string;
  @MaybeText(80) species?: string;
  @IsOptional() @InRange(0.001, 1500, 'cm or in') @Says('Diameter at breast height.', 31.4) dbh?: number;
  @IsOptional()
  @InRange(0.01, 500, 'm or ft')
  @Says('Total height; without it the survey’s own curve gives one.', 22.5)
  height?: number;
  @IsOptional()
  @InRange(0, 1e5, 'm³ or ft³')
  @Says('Its volume; form factor × basal area × height when left out.')
  volume?: number;
  @IsOptional() @InRange(0, 12, 'logs', { above: true }) @Halves() @Says('16-foot logs; board feet follow.', 2.5) logs?: number;
  @IsOptional() @IsInt(ALIKE) @Min(1, ALIKE) @Max(999, ALIKE) @Says('How many trees alike; 1 when left out.') count?: number;
  @IsOptional()
  @InRange(1, 100, 'times')
  @Says('How often it counts near an edge, as judged in the field: 2 where it was walked through.')
  countsAs?: number;
  @IsOptional()
  @InRange(0, 30_000, 'm or ft')
  @Says('From the centre to its axis, on a strip square off the line: past its limit it is out.')
  distance?: number;
  @IsOptional() @InRange(-89, 89, 'degrees') @Says('Of the line the distance lay along; 0, level, when left out.') elevation?: number;
  @IsOptional() @InRange(0, 360, 'degrees') @Says('Bearing from the centre: needed in a rectangle, and for edges.') azimuth?: number;
  @IsOptional() @IsIn(TREE_STATUSES, oneOf(TREE_STATUSES)) status?: TreeStatus;
  @MaybeText(60) product?: string;
  @MaybeText(20) grade?: string;
  @OneOf('kind', READING_CLASSES, () => ReadingBase, true)
  @IsOptional()
  @ArrayMinSize(1, READINGS)
  @ArrayMaxSize(DERIVE_LIMITS.readingsPerTree, READINGS)
  @Says('Instead of dbh, height, volume and logs; needs the request’s preset or protocol.')
  readings?: Reading[];
}
