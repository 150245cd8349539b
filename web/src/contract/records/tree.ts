import 'reflect-metadata';
import { IsOptional } from 'class-validator';
import { InRange, Says } from '../describe';
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
  @MaybeText(60) @Says('Said of a stem of poor form: goes before the class of its diameter.') product?: string | null;
  @MaybeText(1000) note!: string | null;
}
