import 'reflect-metadata';
import { IsOptional } from 'class-validator';
import { InRange } from '../describe';
import { Id, MaybeId, Text } from './fields';

/** A plot or point; a circle has a radius, a rectangle width and length, a point its basal-area factor. */
export class PlotBody {
  @Id() survey!: string;
  @MaybeId() stratum!: string | null;
  @Text(1, 40) name!: string;
  @IsOptional() @InRange(-180, 180, '°') longitude!: number | null;
  @IsOptional() @InRange(-90, 90, '°') latitude!: number | null;
  @IsOptional() @InRange(0, 80, '°') slope!: number | null;
  @IsOptional() @InRange(0, 360, '° from north') aspect!: number | null;
  @IsOptional() @InRange(0, 1000, 'm', { above: true }) radius!: number | null;
  @IsOptional() @InRange(0, 10_000, 'm', { above: true }) width!: number | null;
  @IsOptional() @InRange(0, 10_000, 'm', { above: true }) length!: number | null;
  @IsOptional() @InRange(0, 50, 'm²/ha', { above: true }) basalAreaFactor!: number | null;
}
