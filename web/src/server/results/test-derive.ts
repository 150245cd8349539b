import { type Doing, derive } from '../../derivation/engine';
import type { Db } from '../db';
import { type AskedFigures, answerFor } from './answer';
import { ServerStore } from './derivation-store';
import { HeldRows } from './held-rows';
import { VERSION } from './version';

/** Derives a survey where it is called. @param doing how, where that matters; `atOnce` so many records at once */
export const deriveHere = (db: Db, survey: string, { atOnce, ...doing }: Partial<Doing> & { readonly atOnce?: number } = {}) =>
  derive(new ServerStore(db, survey, atOnce), { version: VERSION, ...doing });

/** Its figures as they are answered; null where it is not there. */
export async function answerHere(db: Db, survey: string, asked: AskedFigures): Promise<string | null> {
  const store = new ServerStore(db, survey);
  const state = await derive(store, { version: VERSION });
  return state && answerFor(db, store, state, new HeldRows(db, survey), asked);
}
