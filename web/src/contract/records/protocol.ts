import 'reflect-metadata';
import { PRESET_KEYS, type PresetKey } from '@arbolito/core';
import { IsIn, IsOptional } from 'class-validator';
import { One } from '../describe';
import { ProtocolOptionsInput } from '../protocol-options';
import { Text } from './fields';

/** How a survey measures. Surveys and determinations name the very version they were made under. */
export class ProtocolBody {
  @Text(1, 80) name!: string;
  @IsOptional() @IsIn(PRESET_KEYS, { message: `one of ${PRESET_KEYS.join(', ')}` }) preset!: PresetKey | null;
  @One(() => ProtocolOptionsInput) options!: ProtocolOptionsInput;
}
