import type { SurveySheet } from '../book/summary';
import type { TreeRow } from '../book/tree-row';
import type { AnyRecord } from '../contract/envelope';
import { SHARED } from '../contract/scope';
import { db } from './database';
import { revisionIn, revisionKey, stretch } from './filing';
import { type KeptHead, type Revisions, UNFILED } from './schema';

/** What a survey's sheet follows from: its own records, what every survey shares, and what nobody can file yet. */
export const scopesUnder = (survey: string): readonly string[] => [SHARED, UNFILED, survey];

/** A survey's head as it was put by, whether it still holds, and on the device's disk how often each scope was written to. */
export async function keptHead(survey: string, program: string): Promise<{ readonly kept: KeptHead | null; readonly holds: boolean }> {
  const tx = (await db()).transaction(['heads', 'meta']);
  const [kept, ...revisions] = await Promise.all([
    tx.objectStore('heads').get(survey),
    ...scopesUnder(survey).map((s) => tx.objectStore('meta').get(revisionKey(s))),
  ]);
  const holds =
    kept?.program === program && scopesUnder(survey).every((s, i) => revisionIn(kept.revisions[s]) === revisionIn(revisions[i]));
  return { kept: kept ?? null, holds };
}

/** The rows that were put by with a survey's head. */
export async function keptRows(survey: string): Promise<readonly TreeRow[]> {
  return (await (await db()).get('rows', survey)) ?? [];
}

/** Puts a survey's sheet by, to be there at once the next time. */
export async function keepSheet({ head, rows }: SurveySheet, revisions: Revisions, program: string): Promise<void> {
  const tx = (await db()).transaction(['heads', 'rows'], 'readwrite');
  tx.objectStore('heads').put({ head, revisions, program }, head.survey.entity);
  tx.objectStore('rows').put(rows, head.survey.entity);
  await tx.done;
}

/** All records a survey's sheet follows from, and at which state of the store they were read. */
export async function recordsUnder(survey: string): Promise<{ readonly records: readonly AnyRecord[]; readonly revisions: Revisions }> {
  const tx = (await db()).transaction(['records', 'meta']);
  const scopes = scopesUnder(survey);
  const [parts, revisions] = await Promise.all([
    Promise.all(scopes.map((s) => tx.objectStore('records').getAll(stretch(s)))),
    Promise.all(scopes.map((s) => tx.objectStore('meta').get(revisionKey(s)))),
  ]);
  return { records: parts.flat(), revisions: Object.fromEntries(scopes.map((s, i) => [s, revisionIn(revisions[i])])) };
}
