import type { ProtocolOptions, UnitSystem } from '@arbolito/core';
import { and, eq } from 'drizzle-orm';
import { Book } from '../../book/book';
import { IN_SI } from '../../book/land-units';
import { preparedOf } from '../../book/prepare-survey';
import { type StandOptions, standOf } from '../../book/stand';
import type { StandRow } from '../../book/stand-row';
import type { ResultsResponse } from '../../contract/expand-answer';
import type { Db } from '../db';
import { standAnswer } from '../expand/say-stand';
import { surveyResult } from '../schema/index';
import type { AskedConfidence } from './at-confidence';
import { type Derivation, stampOf } from './bring-up';
import { groundRecords } from './ground';
import { keptRowsOf } from './kept-rows';

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

/** The rows of the survey that was asked for last: the next plot changes a few of them. */
let held: { readonly scope: string; readonly at: string; readonly rows: Map<string, StandRow> } | null = null;
/** So many rows are held: more are read each time. */
export const MOST_HELD = 200_000;

/**
 * Brings held rows up to a derivation.
 * @param before how it stood; null where it was not derived
 * @param worked rows that were worked out since, by tree, null where a tree has none any more: of all trees, of some, or
 * null where they were too many to hold
 */
export function holdOn(state: Derivation, before: Derivation | null, worked: ReadonlyMap<string, StandRow | null> | null): void {
  if (worked !== null && worked.size === state.trees) {
    const rows = [...worked].flatMap(([id, row]) => (row ? [[id, row] as const] : []));
    held = { scope: state.scope, at: stamp(state), rows: new Map(rows) };
    return;
  }
  if (held?.scope !== state.scope) return;
  const { rows, at } = held;
  if (worked === null || before === null || at !== stamp(before)) {
    held = null;
    return;
  }
  for (const [id, row] of worked) {
    if (row) rows.set(id, row);
    else rows.delete(id);
  }
  held = { scope: state.scope, at: stamp(state), rows };
}
const stamp = (state: Derivation): string => `${stampOf(state)} ${state.program}`;

async function rowsFor(db: Db, state: Derivation): Promise<readonly StandRow[]> {
  if (held?.scope === state.scope && held.at === stamp(state)) return [...held.rows.values()];
  const rows = await keptRowsOf(db, state.scope);
  held = rows.length > MOST_HELD ? null : { scope: state.scope, at: stamp(state), rows: new Map(rows.map((r) => [r.id, r])) };
  return rows;
}

/** An answer that was kept, where it still holds: at a confidence of its own, without sampling errors. */
export async function keptAnswer(
  db: Db,
  scope: string,
  asked: AskedFigures,
  { seq, shared, program }: Pick<Derivation, 'seq' | 'shared' | 'program'>,
): Promise<string | null> {
  const t = surveyResult;
  const [row] = await db
    .select({ answer: t.answer })
    .from(t)
    .where(and(eq(t.scope, scope), eq(t.asked, keyOf(asked)), eq(t.seq, seq), eq(t.shared, shared), eq(t.program, program)));
  return row?.answer ?? null;
}

/**
 * A survey's figures from its trees' results, kept with what they came from; `atConfidence` makes the answer of them.
 * @returns the answer's text; null where the survey or its protocol is missing
 */
export async function answerFor(db: Db, state: Derivation, asked: AskedFigures): Promise<string | null> {
  const ground = new Book(await groundRecords(db, state.scope, stampOf(state)));
  const survey = ground.find('survey', state.scope);
  const protocol = ground.protocolOf(survey);
  if (!survey || !protocol) return null;
  const options: ProtocolOptions = protocol.options;
  const rows = (await rowsFor(db, state)).toSorted((a, b) => (a.id < b.id ? -1 : 1));
  const { intervals } = asked;
  const stand = standOf(preparedOf(ground, { survey, options }, rows), { confidence: KEPT_AT, intervals });
  const units = asked.units ?? options.units;
  const answer: ResultsResponse = {
    survey: state.scope,
    at: new Date(state.at).toISOString(),
    units: IN_SI[units].names,
    confidence: KEPT_AT * 100,
    stand: standAnswer(stand, units, []),
  };
  const text = JSON.stringify(answer);
  const { scope, seq, shared, program, at } = state;
  const row = { scope, asked: keyOf(asked), seq, shared, program, at, answer: text };
  await db
    .insert(surveyResult)
    .values(row)
    .onConflictDoUpdate({ target: [surveyResult.scope, surveyResult.asked], set: row });
  return text;
}
