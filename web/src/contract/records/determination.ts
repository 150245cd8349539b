import 'reflect-metadata';
import { Among, Id, Text } from './fields';

/** One setting-up of one method, under one version of a protocol. */
export class DeterminationBody {
  @Id() stem!: string;
  @Id() visit!: string;
  @Among('dbh', 'height', 'merchantable') quantity!: 'dbh' | 'height' | 'merchantable';
  @Text(1, 40) method!: string;
  @Id() protocol!: string;
}
