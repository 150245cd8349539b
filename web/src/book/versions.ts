/** What every record of the book carries: its own id, what it is a version of, and what it replaces. */
export interface Version {
  readonly id: string;
  /** Id of the first version; the same as `id` there. */
  readonly entity: string;
  readonly supersedes: string | null;
  /** Further versions that it replaces: those of two people at once. */
  readonly alsoSupersedes?: readonly string[] | null | undefined;
  /** When it was made. */
  readonly at: string;
  readonly body: object;
}

/** One thing of the book: all its versions, and what they say together. Never changed: what changes takes its place. */
export interface Entity<R extends Version> {
  /** Id of the first version, by which others refer to the thing. */
  readonly entity: string;
  /** Versions in force: neither retracted nor replaced. In the order of their making; several where two people changed one version. */
  readonly heads: readonly R[];
  /** Every version, oldest first. */
  readonly history: readonly R[];
  /** The version in force that was made last; null where all are retracted. */
  readonly latest: R | null;
  /** What the versions in force say together; null where there is none. */
  readonly body: R['body'] | null;
  /** Fields of which two people said different things at once. */
  readonly conflicts: readonly Conflict<R>[];
  /** Whether a version in force was made by a newer program: it is shown as far as it is known here, and not changed. */
  readonly newer: boolean;
}

/** A thing of which a version is in force. */
export interface Current<R extends Version> extends Entity<R> {
  readonly latest: R;
  readonly body: R['body'];
}

/** Fields of which two people said different things at once: what each said, the one in use first. */
export interface Conflict<R extends Version = Version> {
  /** The fields, as paths in the body: several where they mean one thing together. */
  readonly fields: readonly string[];
  readonly sides: readonly ConflictSide<R>[];
}
export interface ConflictSide<R extends Version = Version> {
  /** The version that says so; of several the last one. */
  readonly by: R;
  /** The value of each field, in their order; null where it is not recorded. */
  readonly values: readonly unknown[];
}

/** The versions that one replaces. */
export const parentIdsOf = ({ supersedes, alsoSupersedes }: Version): readonly string[] =>
  supersedes === null ? NONE : alsoSupersedes ? [supersedes, ...alsoSupersedes] : [supersedes];
const NONE: readonly string[] = [];

/**
 * The versions in force of one thing: those that are not retracted and that no version which is not retracted replaces. A
 * retracted version is transparent: what replaces it replaces what it had replaced.
 * @param history all its versions, in any order
 * @param isRetracted whether a version is taken back
 * @returns the history when all of it is in force, so that most things cost nothing
 */
export function headsOf<R extends Version>(history: readonly R[], isRetracted: (version: R) => boolean): readonly R[] {
  const [only] = history;
  if (history.length === 1 && only) return isRetracted(only) ? [] : history;
  const byId = new Map(history.map((v) => [v.id, v]));
  const replaced = new Set<string>();
  const inForce = history.filter((v) => !isRetracted(v));
  for (const version of inForce) {
    // each version is passed once, so a spoiled store that names in a circle ends too
    const left = [...parentIdsOf(version)];
    for (let id = left.pop(); id !== undefined; id = left.pop()) {
      if (replaced.has(id)) continue;
      replaced.add(id);
      const parent = byId.get(id);
      if (parent) left.push(...parentIdsOf(parent));
    }
  }
  return inForce.filter((v) => !replaced.has(v.id));
}

/** The thing, where a version of it is in force. */
export const currentOf = <R extends Version>(entity: Entity<R> | null | undefined): Current<R> | null =>
  entity && entity.latest !== null ? (entity as Current<R>) : null;

/** Whether two people said different things of it at once. */
export const isContested = (entity: Entity<Version>) => entity.conflicts.length > 0;

/** Of two versions the one made later; of one moment the one with the larger id. So every device chooses alike. */
export function isLater(a: Version, b: Version): boolean {
  const [at, before] = [Date.parse(a.at), Date.parse(b.at)];
  return at === before ? a.id > b.id : at > before;
}
export const latestOf = <R extends Version>(versions: readonly R[]): R | null =>
  versions.reduce<R | null>((last, v) => (last === null || isLater(v, last) ? v : last), null);

export const byId = (a: { readonly id: string }, b: { readonly id: string }) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);
export const byEntity = (a: { readonly entity: string }, b: { readonly entity: string }) =>
  a.entity < b.entity ? -1 : a.entity > b.entity ? 1 : 0;
