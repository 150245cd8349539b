import 'reflect-metadata';
import { IsOptional } from 'class-validator';
import { InRange, Says } from '../describe';
import { Outline } from '../geometry';
import { Id, Text } from './fields';

/** A part of a survey that is sampled on its own. */
export class StratumBody {
  @Id() survey!: string;
  @Text(1, 80) name!: string;
  @IsOptional() @InRange(1, 1e10, 'm²') @Says('Net: what the sample speaks for.') area!: number | null;
  @IsOptional()
  @InRange(1, 1e10, 'm²')
  @Says('Gross: with roads, ponds and whatever else is left out.')
  grossArea?: number | null;
  @IsOptional() @Outline() @Says('Its area on the map.') outline!: Record<string, unknown> | null;
}
