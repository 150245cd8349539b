import type { BodyOf, RecordOf } from '../contract/envelope';
import type { Kind } from '../contract/kinds/index';
import { type Maker, makeRecord } from './make-records';
import type { Thing } from './things';

/**
 * Settles the conflicts of a thing: a version that replaces all in force, with the chosen values.
 * @param choices of each conflict, in their order, the place of the side whose values are used; 0 is the one in use
 */
export function settleConflicts<K extends Kind>(maker: Maker, thing: Thing<K>, choices: readonly number[]): RecordOf<K> {
  const body = structuredClone(thing.body) as Record<string, unknown>;
  for (const [i, { fields, sides }] of thing.conflicts.entries()) {
    const side = sides[choices[i] ?? 0];
    if (!side) throw new Error(`conflict ${i + 1} has no side ${choices[i]}`);
    for (const [at, field] of fields.entries()) setAt(body, field, side.values[at]);
  }
  return makeRecord(maker, thing.latest.kind, body as BodyOf<K>, thing);
}

/** Sets a field of a body by its path, `slope` or `own.bark`; null takes a named value out. */
function setAt(body: Record<string, unknown>, path: string, value: unknown): void {
  const dot = path.indexOf('.');
  if (dot < 0) {
    if (value !== null || body[path] != null) body[path] = value;
    return;
  }
  const [field, key] = [path.slice(0, dot), path.slice(dot + 1)];
  const own = { ...(body[field] as Record<string, unknown> | null | undefined) };
  if (value === null) delete own[key];
  else own[key] = value;
  body[field] = own;
}
