import type { SurveySheet } from '../book/summary';
import type { TreeRow } from '../book/tree-row';
import { SHARED } from '../contract/scope';
import { db } from './database';
import { revisionIn, revisionKey } from './filing';
import { type KeptHead, type Revisions, UNFILED } from './schema';

/** What a survey's sheet follows from: its own records, what every survey shares, and what nobody can file yet. */
export const scopesUnder = (survey: string): readonly string[] => [SHARED, UNFILED, survey];

/** A survey's head as it was put by, whether it still holds, and how often each scope under it has been written to. */
export async function keptHead(
  survey: string,
  program: string,
): Promise<{ readonly kept: KeptHead | null; readonly holds: boolean; readonly revisions: Revisions }> {
  const tx = (await db()).transaction(['heads', 'meta']);
  const scopes = scopesUnder(survey);
  const [kept, ...counts] = await Promise.all([
    tx.objectStore('heads').get(survey),
    ...scopes.map((s) => tx.objectStore('meta').get(revisionKey(s))),
  ]);
  const revisions: Revisions = Object.fromEntries(scopes.map((s, i) => [s, revisionIn(counts[i])]));
  const holds = kept?.program === program && scopes.every((s) => revisionIn(kept.revisions[s]) === revisions[s]);
  return { kept: kept ?? null, holds, revisions };
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
