import 'reflect-metadata';
import { IsInt, IsOptional, IsString, Length, Max, Min } from 'class-validator';
import { Says } from './describe';
import { LongReading } from './height-reading';

const YEAR = { message: 'a year from 1800 to 2100' };
const SHORT = { message: 'text of 1 to 40 characters' };

/** A height by eye, said before anything is measured: it counts in no height. */
export class CalledHeightReadingInput extends LongReading {
  declare kind: 'called-height';
}

/** How far another tree stands, from centre to centre. */
export class NeighbourReadingInput extends LongReading {
  declare kind: 'neighbour';

  @IsString(SHORT) @Length(1, 40, SHORT) @Says('Tag of the other tree.', '3·08') to!: string;
}

/** A finished height of another year: history, and no part of a height measured now. */
export class EarlierHeightReadingInput extends LongReading {
  declare kind: 'earlier-height';

  @IsInt(YEAR) @Min(1800, YEAR) @Max(2100, YEAR) @Says('The year it was measured in.', 2011) year!: number;
  @IsOptional() @IsString(SHORT) @Length(1, 40, SHORT) @Says('How it was measured, as far as that is known.', 'clinometer') method?: string;
}
