/** What every record of the book carries: its own id, what it is a version of, and what it replaces. */
export interface Version {
  readonly id: string;
  /** Id of the first version; the same as `id` there. */
  readonly entity: string;
  readonly supersedes: string | null;
}

/** One thing in the book. More than one head means two people changed the same version: a person must decide. */
export interface Entity<R extends Version> {
  readonly id: string;
  /** Versions in force: not retracted, and superseded by none that is in force. Newest last. */
  readonly heads: readonly R[];
  /** Every version, oldest first. */
  readonly history: readonly R[];
}

/**
 * The book as it stands: a set of immutable versions reduced to what is in force. The order of arrival does not matter.
 * A retracted correction brings back what it had replaced.
 * @param records versions in any order, without doubles
 * @param retracted ids of the versions taken back
 * @returns entities in order of their first version's id (ids are UUID v7, so by time)
 */
export function entitiesOf<R extends Version>(records: Iterable<R>, retracted: ReadonlySet<string>): readonly Entity<R>[] {
  const byEntity = new Map<string, R[]>();
  for (const record of records) {
    const versions = byEntity.get(record.entity);
    if (versions) versions.push(record);
    else byEntity.set(record.entity, [record]);
  }
  const entities: Entity<R>[] = [];
  for (const [id, versions] of byEntity) {
    versions.sort(byId);
    const inForce = versions.filter((v) => !retracted.has(v.id));
    const superseded = new Set(inForce.map((v) => v.supersedes));
    entities.push({ id, history: versions, heads: inForce.filter((v) => !superseded.has(v.id)) });
  }
  return entities.sort(byId);
}

/** The one version in force; null when there is none, or several that contradict each other. */
export function settled<R extends Version>(entity: Entity<R>): R | null {
  return entity.heads.length === 1 ? (entity.heads[0] as R) : null;
}

const byId = (a: { readonly id: string }, b: { readonly id: string }) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);
