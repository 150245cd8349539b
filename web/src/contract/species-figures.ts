import 'reflect-metadata';
import type { SpeciesFigures } from '@arbolito/core';
import { IsIn, IsOptional } from 'class-validator';
import { InRange, Says } from './describe';

/** Figures of a species; what is left out is assumed, and the answer says so. */
export class SpeciesFiguresInput implements SpeciesFigures {
  @IsOptional()
  @IsIn(['conifer', 'broad'], { message: 'one of conifer, broad' })
  @Says('Form of the crown; it decides how far the tip may hang off plumb.')
  crown?: 'conifer' | 'broad';

  @IsOptional() @InRange(0, 20, 'm') @Says('Standard deviation of the tip’s offset from above the base.') tipOffset?: number;
  @IsOptional() @InRange(0.1, 1, '') @Says('Stem volume over basal area times height.', 0.45) formFactor?: number;
  @IsOptional() @InRange(0, 0.5, '') @Says('Standard error of the form factor.', 0.05) formFactorSigma?: number;
  @IsOptional() @InRange(50, 100, 'per cent') @Says('Girard form class.', 78) formClass?: number;
  @IsOptional() @InRange(0, 10, 'in per log') @Says('Taper of each log above the first.', 2) taperPerLog?: number;
}
