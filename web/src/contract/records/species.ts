import 'reflect-metadata';
import { One } from '../describe';
import { SpeciesFiguresInput } from '../species-figures';
import { MaybeText, Text } from './fields';

/** A species of the user's list. */
export class SpeciesBody {
  @Text(1, 12) code!: string;
  @Text(1, 80) name!: string;
  @MaybeText(120) latin!: string | null;
  @One(() => SpeciesFiguresInput) figures!: SpeciesFiguresInput;
}
