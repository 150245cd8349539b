import type { SurveyHead } from '../book/summary';
import { type Derived, nameOf, type Version } from '../derivation/store';
import { db } from './database';
import { DeviceStore } from './derivation-store';
import type { KeptHead } from './schema';

/** A survey's head as it was kept, and whether it sums up all that is here, as this code would. */
export async function keptHead(survey: string, version: Version): Promise<{ readonly kept: KeptHead | null; readonly holds: boolean }> {
  const store = new DeviceStore(survey);
  const [kept, cursor, derived] = [(await (await db()).get('heads', survey)) ?? null, await store.cursor(), await store.derived()];
  const now = cursor === null ? null : nameOf({ cursor, version });
  return { kept, holds: kept !== null && derived !== null && nameOf(kept.of) === now && nameOf(derived) === now };
}

/** Keeps what a survey adds up to, to be there at once the next time. */
export async function keepHead(head: SurveyHead, { cursor, version }: Derived): Promise<void> {
  await (await db()).put('heads', { head, of: { cursor, version } }, head.survey.entity);
}
