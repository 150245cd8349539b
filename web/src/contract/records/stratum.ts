import 'reflect-metadata';
import { IsObject, IsOptional } from 'class-validator';
import { InRange } from '../describe';
import { recordKind } from './define';
import { Id, Text } from './fields';

/** A part of a survey that is sampled on its own. */
export class StratumBody {
  @Id() survey!: string;
  @Text(1, 80) name!: string;
  @IsOptional() @InRange(0, 1e7, 'm²', { above: true }) area!: number | null;
  /** GeoJSON geometry. */
  @IsOptional() @IsObject({ message: 'a GeoJSON geometry' }) outline!: Record<string, unknown> | null;
}
export const stratum = recordKind(StratumBody, { survey: 'survey' });
