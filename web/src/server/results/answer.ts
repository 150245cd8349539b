import type { ProtocolOptions, UnitSystem } from '@arbolito/core';
import { and, eq } from 'drizzle-orm';
import { Book } from '../../book/book';
import { IN_SI } from '../../book/land-units';
import { preparedOf } from '../../book/prepare-survey';
import { type StandOptions, standOf } from '../../book/stand';
import type { ResultsResponse } from '../../contract/expand-answer';
import type { Derived } from '../../derivation/store';
import type { Db } from '../db';
import { standAnswer } from '../expand/say-stand';
import { surveyAnswer } from '../schema/index';
import type { AskedConfidence } from './at-confidence';
import type { ServerStore } from './derivation-store';
import type { HeldRows } from './held-rows';

/** What of a question decides the work: a kept answer serves every confidence and sampling error. */
export interface AskedFigures extends Pick<StandOptions, 'intervals'> {
  /** Of the answer; the survey's own when left out. */
  readonly units: UnitSystem | null;
}
/** What is asked of a survey's figures. */
export interface AskedResults extends AskedFigures, AskedConfidence {}

/** An answer is kept at this one. */
const KEPT_AT = 0.95;
const keyOf = ({ intervals, units }: AskedFigures): string => `${intervals} ${units ?? 'own'}`;

/** An answer that was kept, where it still holds: at a confidence of its own, without sampling errors. */
export async function keptAnswer(
  db: Db,
  scope: string,
  asked: AskedFigures,
  { cursor, version }: Pick<Derived, 'cursor' | 'version'>,
): Promise<string | null> {
  const t = surveyAnswer;
  const [row] = await db
    .select({ answer: t.answer })
    .from(t)
    .where(and(eq(t.scope, scope), eq(t.asked, keyOf(asked)), eq(t.cursor, cursor), eq(t.code, version.code)));
  return row?.answer ?? null;
}

/**
 * A survey's figures from its trees' results, kept with what they came from; `atConfidence` makes the answer of them.
 * @param state what its rows follow from
 * @returns the answer's text; null where the survey or its protocol is missing
 */
export async function answerFor(db: Db, store: ServerStore, state: Derived, held: HeldRows, asked: AskedFigures): Promise<string | null> {
  const scope = store.survey;
  const ground = new Book(await store.context(state.cursor));
  const survey = ground.find('survey', scope);
  const protocol = ground.protocolOf(survey);
  if (!survey || !protocol) return null;
  const options: ProtocolOptions = protocol.options;
  const { intervals } = asked;
  const stand = standOf(preparedOf(ground, { survey, options }, await held.all(state)), { confidence: KEPT_AT, intervals });
  const units = asked.units ?? options.units;
  const at = new Date().toISOString();
  const answer: ResultsResponse = {
    survey: scope,
    at,
    units: IN_SI[units].names,
    confidence: KEPT_AT * 100,
    stand: standAnswer(stand, units, []),
  };
  const text = JSON.stringify(answer);
  const row = { scope, asked: keyOf(asked), cursor: state.cursor, code: state.version.code, at, answer: text };
  await db
    .insert(surveyAnswer)
    .values(row)
    .onConflictDoUpdate({ target: [surveyAnswer.scope, surveyAnswer.asked], set: row });
  return text;
}
