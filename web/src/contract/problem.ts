import 'reflect-metadata';
import { IsInt, IsOptional, IsString } from 'class-validator';
import { Many, Says } from './describe';
import { FieldErrorAnswer } from './sync';

/** An error as RFC 9457 says it. */
export class Problem {
  @IsString() @Says('about:blank, or a name of the kind of problem.') type!: string;
  @IsString() title!: string;
  @IsInt() status!: number;
  @IsOptional() @IsString() @Says('What happened and what to do.') detail?: string;
  @Many(() => FieldErrorAnswer) errors!: FieldErrorAnswer[];
}
