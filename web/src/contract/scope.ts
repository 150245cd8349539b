import type { KindFacts } from './kinds/define';
import { KIND_NAMES, KINDS, type Kind } from './kinds/index';

/** The scope of what every survey may name: persons, instruments, species, protocols. Any other is one survey's id. */
export const SHARED = 'shared';

/** Where a record belongs: a scope by name, or that of another record or thing, by its id. */
export type Home = { readonly scope: string } | { readonly like: string };

/** The scope of a record, which follows from its kind and from what it is part of or takes back. */
export function homeOf({ kind, entity, body }: { readonly kind: string; readonly entity: string; readonly body: object }): Home {
  const facts = Object.hasOwn(KINDS, kind) ? KINDS[kind as keyof typeof KINDS] : undefined;
  if (!facts) return { scope: SHARED };
  if (facts.opensScope) return { scope: entity };
  const anything = Object.entries({ ...facts.names, ...facts.namesVersion }).filter(([, of]) => of === '*');
  for (const [field] of [...Object.entries(facts.partOf), ...anything]) {
    const id = (body as Readonly<Record<string, unknown>>)[field];
    if (typeof id === 'string') return { like: id };
  }
  return { scope: SHARED };
}

/** Kinds that are part of nothing that opens a scope, and so are always shared. */
export const SHARED_KINDS: ReadonlySet<Kind> = new Set(KIND_NAMES.filter((kind) => isShared(kind)));

function isShared(kind: string): boolean {
  if (!Object.hasOwn(KINDS, kind)) return false;
  const { opensScope, partOf, names, namesVersion }: KindFacts = KINDS[kind as Kind];
  const [within] = Object.values(partOf);
  if (opensScope || Object.values({ ...names, ...namesVersion }).includes('*')) return false;
  return within === undefined || isShared(within);
}

interface Belongs {
  readonly id: string;
  readonly kind: string;
  readonly entity: string;
  readonly body: object;
}

/**
 * The scope of each of many records that are here together.
 * @returns by id; null for one that hangs on something that is not here
 */
export function scopesOf(records: readonly Belongs[]): ReadonlyMap<string, string | null> {
  const byId = new Map(records.map((r) => [r.id, r]));
  const found = new Map<string, string | null>();
  for (const record of records) {
    const way: string[] = [];
    let scope: string | null = null;
    // a spoiled store may name in a circle: no way is longer than there are records
    for (let at: Belongs | undefined = record; at && way.length <= records.length; ) {
      const known = found.get(at.id);
      if (known !== undefined) {
        scope = known;
        break;
      }
      way.push(at.id);
      // the versions of a thing belong where its first one does
      const home: Home = at.entity === at.id ? homeOf(at) : { like: at.entity };
      if ('scope' in home) {
        scope = home.scope;
        break;
      }
      at = byId.get(home.like);
    }
    for (const id of way) found.set(id, scope);
  }
  return found;
}
