import 'reflect-metadata';
import { IsObject, ValidateBy } from 'class-validator';
import { recordKind } from './define';
import { Id, Text } from './fields';

/** A check of an instrument: what was found, by name. */
export class CalibrationBody {
  @Id() instrument!: string;
  @Text(1, 80) what!: string;
  @IsObject({ message: 'named numbers' })
  @ValidateBy({
    name: 'namedNumbers',
    validator: {
      validate: (v) => typeof v === 'object' && v !== null && Object.values(v).every((n) => typeof n === 'number' && Number.isFinite(n)),
      defaultMessage: () => 'named finite numbers',
    },
  })
  found!: Record<string, number>;
}
export const calibration = recordKind(CalibrationBody, { instrument: 'instrument' });
