import 'reflect-metadata';
import { LENGTH_UNITS, type LengthUnit } from '@arbolito/core';
import { IsIn, IsInt, IsOptional, Max, Min, ValidateBy } from 'class-validator';
import { InRange, MaybeOne, OneOf, Says } from './describe';
import { oneOf } from './reading-base';
import { MaybeText } from './records/fields';

/** A diameter as it was called; the class is told by its kind. */
export class CalledDiameterBase {
  @IsIn(['exact', 'class'], oneOf(['exact', 'class'])) kind!: 'exact' | 'class';
}
/** What a called diameter was read with. */
export const CALLED_WITH = ['diameter-tape', 'caliper', 'biltmore-stick', 'estimate'] as const;
export class CalledExact extends CalledDiameterBase {
  declare kind: 'exact';
  @InRange(0.001, 1500, 'in its unit') value!: number;
  @IsIn(LENGTH_UNITS, oneOf(LENGTH_UNITS)) unit!: LengthUnit;
  @IsIn(CALLED_WITH, oneOf(CALLED_WITH)) @Says('What it was read with; an estimate is by eye.') tool!: (typeof CALLED_WITH)[number];
}
export class CalledClass extends CalledDiameterBase {
  declare kind: 'class';
  @InRange(0, 1500, 'in its unit') @Says('Its lower limit, which is in it.', 18) from!: number;
  @InRange(0.001, 100, 'in its unit') @Says('How wide it is; its middle stands for the tree.', 4) width!: number;
  @IsIn(LENGTH_UNITS, oneOf(LENGTH_UNITS)) unit!: LengthUnit;
}

export class CalledHeightInput {
  @InRange(0.001, 500, 'in its unit') value!: number;
  @IsIn(LENGTH_UNITS, oneOf(LENGTH_UNITS)) unit!: LengthUnit;
  @IsIn(['eye', 'instrument'], oneOf(['eye', 'instrument'])) by!: 'eye' | 'instrument';
}

export const Halves = () =>
  ValidateBy({
    name: 'halves',
    validator: { validate: (v) => typeof v === 'number' && Number.isInteger(v * 2), defaultMessage: () => 'whole and half logs' },
  });

const ALIKE = { message: 'a whole number from 1 to 999' };

/** A tree as it was called out in a tally. Each quantity holds until a reading in force replaces it. */
export class CalledInput {
  @MaybeText(300) @Says('The line as it was typed.', 'sp 31.4 7') typed?: string | null;
  @IsOptional()
  @OneOf('kind', { exact: () => CalledExact, class: () => CalledClass }, () => CalledDiameterBase)
  @Says('At breast height.')
  diameter?: CalledExact | CalledClass | null;
  @IsOptional() @InRange(0, 12, 'logs', { above: true }) @Halves() @Says('Logs that it yields.', 2.5) logs?: number | null;
  @MaybeOne(() => CalledHeightInput) @Says('Total height.') height?: CalledHeightInput | null;
  @IsOptional() @IsInt(ALIKE) @Min(1, ALIKE) @Max(999, ALIKE) @Says('How many trees alike it stands for; 1 when left out.') count?:
    | number
    | null;
}
