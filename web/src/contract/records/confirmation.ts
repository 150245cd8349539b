import 'reflect-metadata';
import { Says } from '../describe';
import { Id, Text } from './fields';

/** Somebody looked at what was doubted of a tree, and it is right. Holds for as long as the same is said of it. */
export class ConfirmationBody {
  @Id() tree!: string;
  @Text(1, 80) @Says('The code of the doubt.') code!: string;
  @Text(1, 500) @Says('What was doubted, as it was said.') what!: string;
}
