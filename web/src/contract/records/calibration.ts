import 'reflect-metadata';
import { IsObject, ValidateBy } from 'class-validator';
import { Id, Text } from './fields';

const isFigure = ([name, n]: [string, unknown]) => name.length >= 1 && name.length <= 40 && Number.isFinite(n);

/** A check of an instrument: what was found, by name. */
export class CalibrationBody {
  @Id() instrument!: string;
  @Text(1, 80) what!: string;
  @IsObject({ message: 'named numbers' })
  @ValidateBy({
    name: 'namedNumbers',
    validator: {
      validate: (v) => typeof v === 'object' && v !== null && Object.keys(v).length <= 20 && Object.entries(v).every(isFigure),
      defaultMessage: () => 'at most 20 finite numbers, each by a name of 1 to 40 characters',
    },
  })
  found!: Record<string, number>;
}
