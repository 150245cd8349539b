import type { CheckInput } from '../finding';
import type { Slip, SlipKind } from './define';
import { diameters } from './diameters';
import { distances } from './distances';
import { scales } from './scales';
import { signs } from './signs';
import { tools } from './tools';

/** Every usual slip. A new kind is a file beside these and a line here. */
const SLIPS: readonly SlipKind[] = [signs, scales, distances, diameters, tools];

/** Every usual slip that these readings may hold. */
export const slipsIn = (input: CheckInput): readonly Slip[] => SLIPS.flatMap((kind) => kind(input));

export type { Slip } from './define';
