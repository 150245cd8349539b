import 'reflect-metadata';
import { recordKind } from './define';
import { Day, Id } from './fields';

/** One time of coming to a tree. */
export class VisitBody {
  @Id() tree!: string;
  @Day() on!: string;
}
export const visit = recordKind(VisitBody, { tree: 'tree' });
