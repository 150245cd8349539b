import type { SurveyHead } from '../book/summary';
import type { Derived, Version } from '../derivation/store';
import { db } from './database';
import { DeviceStore } from './derivation-store';
import type { KeptHead } from './schema';

const sameAs = (a: KeptHead['of'], b: KeptHead['of'] | null): boolean => a.cursor === b?.cursor && a.version.code === b.version.code;

/** A survey's head as it was kept, and whether it sums up all that is here, as this code would. */
export async function keptHead(survey: string, version: Version): Promise<{ readonly kept: KeptHead | null; readonly holds: boolean }> {
  const store = new DeviceStore(survey);
  const [kept, cursor, derived] = [(await (await db()).get('heads', survey)) ?? null, await store.cursor(), await store.derived()];
  return { kept, holds: kept !== null && cursor !== null && sameAs(kept.of, { cursor, version }) && sameAs(kept.of, derived) };
}

/** Keeps what a survey adds up to, to be there at once the next time. */
export async function keepHead(head: SurveyHead, { cursor, version }: Derived): Promise<void> {
  await (await db()).put('heads', { head, of: { cursor, version } }, head.survey.entity);
}
