import 'reflect-metadata';
import { IsInt, IsNumber, IsOptional, IsString } from 'class-validator';
import { Says } from './describe';

/** What was told of a tree beside its readings: nothing of it enters a height or a sum. */
export class CalledAnswer {
  @IsNumber() @Says('The height by eye, m.') value!: number;
  @IsOptional() @IsNumber() @Says('Its share of the measured height less 1; null without one.', 0.08) share!: number | null;
}
export class NeighbourAnswer {
  @IsString() @Says('Tag of the other tree.') to!: string;
  @IsNumber() @Says('From centre to centre, m.') distance!: number;
}
export class EarlierHeightAnswer {
  @IsNumber() @Says('m') value!: number;
  @IsInt() @Says('The year it was measured in.') year!: number;
  @IsOptional() @IsString() @Says('How it was measured; null where nobody said.') method!: string | null;
}
