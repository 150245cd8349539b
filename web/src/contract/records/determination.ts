import 'reflect-metadata';
import { recordKind } from './define';
import { Among, Id, Text } from './fields';

/** One setting-up of one method, under one version of a protocol. */
export class DeterminationBody {
  @Id() stem!: string;
  @Id() visit!: string;
  @Among('dbh', 'height', 'merchantable') quantity!: 'dbh' | 'height' | 'merchantable';
  @Text(1, 40) method!: string;
  @Id() protocol!: string;
}
export const determination = recordKind(DeterminationBody, { stem: 'stem', visit: 'visit', protocol: 'protocol' });
