import 'reflect-metadata';
import { Matches } from 'class-validator';
import { recordKind } from './define';
import { Id } from './fields';

/** One time of coming to a tree. */
export class VisitBody {
  @Id() tree!: string;
  @Matches(/^\d{4}-\d{2}-\d{2}$/, { message: 'a date as 2026-11-23' }) on!: string;
}
export const visit = recordKind(VisitBody, { tree: 'tree' });
