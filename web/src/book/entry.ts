import type { AnyRecord } from '../contract/envelope';
import type { Kind } from '../contract/kinds/index';
import type { Entity } from './versions';

/** One thing of the book with its kind. Never changed: what changes is put in its place. */
export interface Entry extends Entity<AnyRecord> {
  readonly kind: Kind;
}
