import type { AnyRecord } from '../contract/envelope';
import { ID } from '../contract/id';
import { journalled } from './journal';
import { recordsById, unsent } from './store';

const FORMAT = 'arbolito-records';
const VERSION = 1;

/**
 * What the server does not have yet: from this device's store, the journal, and what a page holds that could not be saved.
 * Nothing of the book is needed for it, so that it works where the book can't be built.
 * @param unsaved what a page holds alone
 */
export async function unsyncedRecords(unsaved: readonly AnyRecord[]): Promise<readonly AnyRecord[]> {
  const stored = await unsent()
    .then((entries) => recordsById(entries.map((u) => u.id)))
    .catch(() => []);
  return [...new Map([...stored, ...journalled(), ...unsaved].map((r) => [r.id, r])).values()];
}

/** What such a file is called. */
export const recordsFileName = (now: Date): string => `arbolito-${now.toISOString().slice(0, 16).replace(/[T:]/g, '-')}.json`;

/** Records as a file, each as it is sent. */
export const recordsFile = (records: readonly AnyRecord[]): string =>
  JSON.stringify({ format: FORMAT, version: VERSION, records }, null, 1);

/** What a file holds, or why it can't be taken in. */
export type RecordsRead = { readonly ok: true; readonly records: readonly AnyRecord[] } | { readonly ok: false; readonly reason: string };
const no = (reason: string): RecordsRead => ({ ok: false, reason });

/**
 * Reads such a file: all of its records or none. What each says is for the server to judge, as with any record.
 * @param text of the file
 */
export function readRecordsFile(text: string): RecordsRead {
  let file: { format?: unknown; version?: unknown; records?: unknown } | null;
  try {
    file = JSON.parse(text);
  } catch {
    return no('This file is not JSON. Choose a file that Arbolito saved.');
  }
  if (typeof file !== 'object' || file?.format !== FORMAT)
    return no(`This file holds no records of Arbolito: its format is not ${FORMAT}.`);
  if (file.version !== VERSION)
    return no(`This file is of version ${String(file.version).slice(0, 20)}. This page reads version ${VERSION}.`);
  if (!Array.isArray(file.records)) return no('The list of records is missing in this file.');
  const wrong = file.records.findIndex((r) => !isRecord(r));
  if (wrong >= 0) return no(`Record ${wrong + 1} of ${file.records.length} is damaged. Nothing of the file is taken in.`);
  return { ok: true, records: file.records as AnyRecord[] };
}

function isRecord(r: unknown): boolean {
  if (typeof r !== 'object' || r === null) return false;
  const { id, entity, supersedes, kind, schema, device, at, body } = r as Record<string, unknown>;
  const isId = (v: unknown) => typeof v === 'string' && ID.test(v);
  return (
    isId(id) &&
    isId(entity) &&
    (supersedes == null || isId(supersedes)) &&
    typeof kind === 'string' &&
    Number.isInteger(schema) &&
    typeof device === 'string' &&
    typeof at === 'string' &&
    typeof body === 'object' &&
    body !== null
  );
}
