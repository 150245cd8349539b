import type { AnyRecord } from '../contract/envelope';
import type { FieldError } from '../contract/field-errors';

/** A record that the server has not confirmed yet. */
export interface Unsent {
  readonly id: string;
  /** Why the server refused it; it stays here and is shown until a person decides. */
  readonly refused?: readonly FieldError[];
  /** A person set it aside: kept here, neither sent nor part of the book, until it is taken up again. */
  readonly aside?: boolean;
}

/** A refused record as a person decides over it. */
export interface Refused {
  readonly record: AnyRecord;
  readonly errors: readonly FieldError[];
  readonly aside: boolean;
  /** Unsent records that refer to it, directly or by others: they go where it goes. */
  readonly waiting: readonly string[];
}

const NOTHING: readonly Refused[] = [];

/** What was refused, newest first, with what hangs on it. */
export function refusedOf(outbox: readonly Unsent[], records: ReadonlyMap<string, AnyRecord>): readonly Refused[] {
  // asked at every reading that is kept, and nearly always of nothing
  if (!outbox.some((u) => u.refused)) return NOTHING;
  const unsent = outbox.flatMap(({ id }) => records.get(id) ?? []);
  return outbox
    .flatMap((u): Refused[] => {
      const record = records.get(u.id);
      if (!record || !u.refused) return [];
      return [{ record, errors: u.refused, aside: u.aside ?? false, waiting: dependants(u.id, unsent) }];
    })
    .sort((a, b) => (a.record.id < b.record.id ? 1 : -1));
}

/** The records among `all` that name one, or name one that does. */
function dependants(id: string, all: readonly AnyRecord[]): readonly string[] {
  const found = new Set([id]);
  for (let grown = true; grown; ) {
    grown = false;
    for (const r of all) {
      if (found.has(r.id) || !namesOf(r).some((n) => found.has(n))) continue;
      found.add(r.id);
      grown = true;
    }
  }
  found.delete(id);
  return [...found];
}
const namesOf = (r: AnyRecord) =>
  [r.supersedes, ...(r.alsoSupersedes ?? []), r.person, ...Object.values(r.body as object)].filter(
    (v): v is string => typeof v === 'string',
  );

/** A field of a record by the path an error names: `body.read.value`, `body.runs[1].course`. */
const stepsOf = (path: string) => path.split(/[.[\]]+/).filter(Boolean);

export function fieldAt(record: AnyRecord, path: string): unknown {
  return stepsOf(path).reduce<unknown>((at, key) => (at as Record<string, unknown> | null | undefined)?.[key], record);
}

/**
 * A record with one field changed, or taken out where `value` is undefined. It keeps its id: nobody but this device has it.
 * @returns null where there is no such place
 */
export function withField(record: AnyRecord, path: string, value: unknown): AnyRecord | null {
  const copy = structuredClone(record);
  const keys = stepsOf(path);
  const last = keys.pop();
  const at = keys.reduce<unknown>((o, key) => (o as Record<string, unknown> | null | undefined)?.[key], copy);
  if (last === undefined || typeof at !== 'object' || at === null) return null;
  if (value === undefined) delete (at as Record<string, unknown>)[last];
  else (at as Record<string, unknown>)[last] = value;
  return copy;
}
