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
  /** Whether a version in force was made by a newer program, whose words this one can't read. */
  readonly newer?: boolean;
}

/**
 * The versions in force of one thing. A retracted correction brings back what it had replaced.
 * @param history all its versions, in any order
 * @param isRetracted whether a version is taken back
 * @returns the history when all of it is in force, so that most things cost nothing
 */
export function headsOf<R extends Version>(history: readonly R[], isRetracted: (version: R) => boolean): readonly R[] {
  const [only] = history;
  if (history.length === 1 && only) return isRetracted(only) ? [] : history;
  const inForce = history.filter((v) => !isRetracted(v));
  const superseded = new Set(inForce.map((v) => v.supersedes));
  return inForce.filter((v) => !superseded.has(v.id));
}

/** The one version in force; null when there is none, several that contradict each other, or one that can't be read. */
export function settled<R extends Version>(entity: Entity<R>): R | null {
  return entity.heads.length === 1 && !entity.newer ? (entity.heads[0] as R) : null;
}

/** Whether a person must decide or this program be renewed before anything that depends on it is said. */
export const isContested = (entity: Entity<Version>) => entity.heads.length > 1 || entity.newer === true;

export const byId = (a: { readonly id: string }, b: { readonly id: string }) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);
