import { KINDS } from './kinds/index';

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
