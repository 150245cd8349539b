import 'reflect-metadata';
import { Day, Id } from './fields';

/** One time of coming to a tree. */
export class VisitBody {
  @Id() tree!: string;
  @Day() on!: string;
}
