import { setImmediate } from 'node:timers/promises';
import { parentsOf } from '../contract/envelope';
import { homeOf, SHARED } from '../contract/scope';
import type { PushAnswer } from '../contract/sync';
import type { Sent, Stamp } from './record-repository';
import type { Placed } from './scope-repository';

/** So many records are looked at before others are served. */
export const BETWEEN = 50;
/** A retraction may take back a retraction, and so on: so many deep. Nobody changes a mind more often. */
export const MOST_RETRACTIONS = 16;

/** The answer for one record. */
export const answered = (id: string | null, status: PushAnswer['status'], errors: PushAnswer['errors'] = []): PushAnswer => ({
  id,
  status,
  errors,
});

/**
 * The same records, whatever one names before itself: a device may send them in any order.
 * @param pending by their places in what was sent
 */
export function parentsFirst(pending: ReadonlyMap<number, Sent>): Map<number, Sent> {
  const places = new Map<string, number[]>();
  for (const [i, { record }] of pending) places.set(record.id, [...(places.get(record.id) ?? []), i]);
  const ordered = new Map<number, Sent>();
  const seen = new Set<number>();
  for (const first of pending.keys()) {
    // by a list and not by calls within calls: a batch may be one chain
    const path: { readonly at: number; readonly parents: number[] }[] = [];
    const enter = (at: number) => {
      if (seen.has(at)) return;
      seen.add(at);
      const { record } = pending.get(at) as Sent;
      path.push({ at, parents: parentsOf(record).flatMap((p) => places.get(p.id) ?? []) });
    };
    enter(first);
    for (let top = path.at(-1); top !== undefined; top = path.at(-1)) {
      const parent = top.parents.shift();
      if (parent !== undefined) enter(parent);
      else {
        ordered.set(top.at, pending.get(top.at) as Sent);
        path.pop();
      }
    }
  }
  return ordered;
}

/**
 * Judges what can be judged, again until nothing more can be: those that name each other come round.
 * @param pending parents first; what is judged is taken out of it
 * @param may whether a scope can be written to; what belongs to another waits
 */
export async function judgeAll(pending: Map<number, Sent>, stamps: ReadonlyMap<string, Stamp>, may: (scope: string) => boolean) {
  const here = new Map(stamps);
  const placed: Placed[] = [];
  const verdicts = new Map<number, PushAnswer>();
  for (let progress = true; progress; ) {
    progress = false;
    for (const [n, [i, one]] of [...pending].entries()) {
      if (n % BETWEEN === BETWEEN - 1) await setImmediate();
      const scope = scopeOf(one, here);
      const verdict = judge(one, scope, here);
      if (!verdict || (verdict.status === 'stored' && !may(scope as string))) continue;
      verdicts.set(i, verdict);
      pending.delete(i);
      progress = true;
      if (verdict.status === 'stored') {
        placed.push({ ...one, scope: scope as string });
        const { id, kind, entity } = one.record;
        here.set(id, { kind, entity, hash: one.hash, scope: scope as string, seq: 0, deep: deepOf(one, here) });
      }
    }
  }
  return { placed, verdicts };
}

/** The scope a record belongs to; null while what it is part of is not here. */
function scopeOf({ record }: Sent, here: ReadonlyMap<string, Stamp>): string | null {
  const home = homeOf(record);
  return 'scope' in home ? home.scope : (here.get(home.like)?.scope ?? null);
}

/** How many retractions a record is: itself, and those that it takes back one after the other. */
const deepOf = ({ record }: Sent, here: ReadonlyMap<string, Stamp>): number =>
  record.kind === 'retraction' ? 1 + (here.get(record.body.record)?.deep ?? 0) : 0;

/** The answer for one record given what is here; null while a parent is missing. */
function judge(sent: Sent, scope: string | null, here: ReadonlyMap<string, Stamp>): PushAnswer | null {
  const { record, hash, said } = sent;
  const same = here.get(record.id);
  if (same) {
    // one that came twice in a batch gets its place when it is stored
    if (same.hash === hash) return { ...answered(record.id, 'known'), ...(same.seq > 0 ? { seq: same.seq, scope: same.scope } : {}) };
    return answered(record.id, 'refused', [
      { field: 'id', value: record.id, allowed: 'an id of its own: another record with other content has this one' },
    ]);
  }
  for (const parent of parentsOf(record)) {
    const found = here.get(parent.id);
    if (!found) return null;
    if (parent.kind !== '*' && found.kind !== parent.kind) {
      return answered(record.id, 'refused', [
        { field: parent.field, value: parent.id, allowed: `the id of a ${parent.kind}; this is a ${found.kind}` },
      ]);
    }
    if (!parent.version && found.entity !== parent.id) {
      return answered(record.id, 'refused', [
        {
          field: parent.field,
          value: parent.id,
          allowed: `${found.entity}, the id of the thing itself: this is one of its later versions`,
        },
      ]);
    }
    if (replaces(parent.field) && found.entity !== record.entity) {
      return answered(record.id, 'refused', [
        parent.field === 'supersedes'
          ? { field: 'entity', value: record.entity, allowed: `${found.entity}, the entity of the version it supersedes` }
          : { field: parent.field, value: parent.id, allowed: `a version of ${record.entity}: this is one of another thing` },
      ]);
    }
    if (replaces(parent.field) ? found.scope !== scope : found.scope !== scope && found.scope !== SHARED) {
      const allowed = replaces(parent.field)
        ? 'a version in the survey of the ones before: what moves to another survey is copied there and struck out here'
        : `a ${parent.kind === '*' ? 'record' : parent.kind} of ${scope === SHARED ? 'the shared part of the book' : 'the same survey, or a shared one'}: this one belongs to ${found.scope === SHARED ? 'the shared part' : 'another survey'}`;
      return answered(record.id, 'refused', [{ field: parent.field, value: parent.id, allowed }]);
    }
  }
  if (record.kind === 'retraction' && deepOf(sent, here) > MOST_RETRACTIONS)
    return answered(record.id, 'refused', [
      {
        field: 'body.record',
        value: record.body.record,
        allowed: `a record, or a retraction that is at most ${MOST_RETRACTIONS - 1} deep: enter the value anew instead`,
      },
    ]);
  if (said !== undefined && said !== scope)
    return answered(record.id, 'refused', [{ field: 'scope', value: said, allowed: `${scope}, where what it is part of belongs` }]);
  return answered(record.id, 'stored');
}

/** Whether a field names a version that is replaced. */
const replaces = (field: string): boolean => field === 'supersedes' || field.startsWith('alsoSupersedes');
