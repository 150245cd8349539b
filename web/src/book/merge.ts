import type { KindFacts } from '../contract/kinds/define';
import { sameValue } from '../contract/same';
import { type Conflict, isLater, latestOf, parentIdsOf, type Version } from './versions';

/** How the fields of a kind are merged. */
export type MergeFacts = Pick<KindFacts, 'together' | 'byKey' | 'whole'>;

/** What the versions of a thing say together, and where two people differ. */
export interface Merged<R extends Version> {
  readonly body: R['body'];
  readonly conflicts: readonly Conflict<R>[];
}

type Body = Readonly<Record<string, unknown>>;
/** Fields that are merged as one value; with a key, the value of that name in the one field. */
interface Group {
  readonly fields: readonly string[];
  readonly key?: string;
}

/**
 * Merges the versions of a thing, group of fields by group. A version *writes* a group if it says something else of it than
 * what it replaces, or if what it replaces differs. In use is what the writers say that no other writer of the group
 * follows; where these differ it is a conflict, and the later one is in use. The same for every order of the versions.
 * @param history all versions of the thing, at least one
 * @param heads those in force, at least one
 * @param isRetracted whether a version is taken back: what it alone wrote falls back to the writer before
 */
export function mergeVersions<R extends Version>(
  history: readonly R[],
  heads: readonly R[],
  isRetracted: (version: R) => boolean,
  facts: MergeFacts,
): Merged<R> {
  const latest = latestOf(heads) as R;
  const family = new Family(history, isRetracted);
  if (heads.length === 1 && !family.hasRetractedAbove(latest)) return { body: latest.body, conflicts: NO_CONFLICTS };
  const merged: Record<string, unknown> = { ...latest.body };
  const conflicts: Conflict<R>[] = [];
  for (const group of groupsOf(history, facts)) {
    const sides = family.sidesOf(group, heads);
    const inUse = sides[0];
    if (!inUse) continue;
    put(merged, group, inUse.by.body as Body);
    if (sides.length > 1) conflicts.push({ fields: pathsOf(group), sides });
  }
  return { body: merged, conflicts };
}
const NO_CONFLICTS: readonly never[] = [];

/** A field's path in the body. */
const pathsOf = ({ fields, key }: Group): readonly string[] => (key === undefined ? fields : [`${fields[0]}.${key}`]);

/** The groups of all fields that any version has. */
function groupsOf(history: readonly Version[], { together, byKey, whole }: MergeFacts): readonly Group[] {
  const names = new Set(history.flatMap((v) => Object.keys(v.body)));
  if (whole) return [{ fields: [...names].sort() }];
  const groups: Group[] = [...together.map((fields) => ({ fields }))];
  const grouped = new Set(together.flat());
  for (const name of [...names].sort()) {
    if (grouped.has(name)) continue;
    if (!byKey.includes(name)) groups.push({ fields: [name] });
    else for (const key of keysOf(history, name)) groups.push({ fields: [name], key });
  }
  return groups;
}
const keysOf = (history: readonly Version[], field: string): readonly string[] =>
  [...new Set(history.flatMap((v) => Object.keys(inner(v.body as Body, field) ?? {})))].sort();

const inner = (body: Body, field: string): Body | null => {
  const value = body[field];
  return typeof value === 'object' && value !== null ? (value as Body) : null;
};

/** What a body says of a group: a value for each field, null where it is not recorded. */
function valuesOf(body: object, { fields, key }: Group): readonly unknown[] {
  const said = body as Body;
  return key === undefined ? fields.map((f) => said[f] ?? null) : [inner(said, fields[0] as string)?.[key] ?? null];
}

/** Puts what one body says of a group into another one. */
function put(into: Record<string, unknown>, { fields, key }: Group, from: Body): void {
  if (key === undefined) {
    for (const f of fields) {
      if (f in from) into[f] = from[f];
      else delete into[f];
    }
    return;
  }
  const field = fields[0] as string;
  const own = { ...(into[field] as Body | null | undefined) };
  const value = inner(from, field)?.[key];
  if (value === undefined) delete own[key];
  else own[key] = value;
  // answers that nobody gave stay as nobody gave them
  if (inner(into as Body, field) || Object.keys(own).length > 0) into[field] = own;
}

/** The versions of a thing by what replaces what. */
class Family<R extends Version> {
  private readonly byId: ReadonlyMap<string, R>;

  constructor(
    history: readonly R[],
    private readonly isRetracted: (version: R) => boolean,
  ) {
    this.byId = new Map(history.map((v) => [v.id, v]));
  }

  private parentsOf(version: R): readonly R[] {
    return parentIdsOf(version).flatMap((id) => this.byId.get(id) ?? []);
  }

  hasRetractedAbove(version: R): boolean {
    let found = false;
    this.walkUp(version, (v) => {
      found ||= this.isRetracted(v);
      return !found;
    });
    return found;
  }

  /** Passes every version above one, once each. @param on whether to go on above it */
  private walkUp(from: R, on: (version: R) => boolean): void {
    const passed = new Set<string>();
    const left = [...this.parentsOf(from)];
    for (let v = left.pop(); v !== undefined; v = left.pop()) {
      if (passed.has(v.id)) continue;
      passed.add(v.id);
      if (on(v)) left.push(...this.parentsOf(v));
    }
  }

  private writes(version: R, group: Group): boolean {
    const ids = parentIdsOf(version);
    const parents = this.parentsOf(version);
    if (parents.length === 0 || parents.length < ids.length) return true;
    const own = valuesOf(version.body, group);
    // what differs before it is decided by it, whichever it takes
    return parents.some((p) => !sameValue(valuesOf(p.body, group), own));
  }

  /** What is said of a group by those writers whom no other writer follows, the one in use first. */
  sidesOf(group: Group, heads: readonly R[]): Conflict<R>['sides'] {
    const writers = this.lastWriters(group, heads);
    const sides: { by: R; readonly values: readonly unknown[] }[] = [];
    for (const by of writers) {
      const values = valuesOf(by.body, group);
      const same = sides.find((s) => sameValue(s.values, values));
      if (!same) sides.push({ by, values });
      else if (isLater(by, same.by)) same.by = by;
    }
    return sides.sort((a, b) => (isLater(a.by, b.by) ? -1 : 1));
  }

  private lastWriters(group: Group, heads: readonly R[]): readonly R[] {
    const found = new Map<string, R>();
    const isWriter = (v: R) => {
      if (this.isRetracted(v) || !this.writes(v, group)) return false;
      found.set(v.id, v);
      return true;
    };
    for (const head of heads) if (!isWriter(head)) this.walkUp(head, (v) => !isWriter(v));
    if (found.size < 2) return [...found.values()];
    const followed = new Set<string>();
    for (const writer of found.values())
      this.walkUp(writer, (v) => {
        if (found.has(v.id)) followed.add(v.id);
        return true;
      });
    return [...found.values()].filter((v) => !followed.has(v.id));
  }
}
