import 'reflect-metadata';
import { IsOptional } from 'class-validator';
import { InRange } from '../describe';
import { Id, MaybeId, MaybeText, Text } from './fields';

/** A tree of a survey. Moving it to another survey is a new version. */
export class TreeBody {
  @Id() survey!: string;
  @MaybeId() plot!: string | null;
  @Text(1, 40) tag!: string;
  @MaybeId() species!: string | null;
  @IsOptional() @InRange(0, 360, '° from north, plot centre to tree') azimuth!: number | null;
  @IsOptional() @InRange(0, 1000, 'm, plot centre to axis') distance!: number | null;
  @IsOptional() @InRange(-180, 180, '°') longitude!: number | null;
  @IsOptional() @InRange(-90, 90, '°') latitude!: number | null;
  @MaybeText(1000) note!: string | null;
}
