import type { AnyRecord } from '../contract/envelope';
import type { KindFacts } from '../contract/kinds/define';
import { KINDS } from '../contract/kinds/index';
import type { News } from './store';

/** A record, as far as it says which trees may change. */
export function newsOf({ id, entity, kind, body }: AnyRecord, tree: string | null): News {
  const facts: KindFacts | undefined = Object.hasOwn(KINDS, kind) ? KINDS[kind] : undefined;
  const person = facts?.partOf.person === undefined ? null : ((body as { readonly person?: string | null }).person ?? null);
  return { kind, entity, first: id === entity, tree, person };
}
