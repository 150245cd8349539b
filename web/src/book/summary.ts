import {
  type Answer,
  checkTree,
  DomainError,
  deriveTree,
  type Finding,
  metres,
  type ProtocolOptions,
  type TallyTree,
  type TreeResult,
  tally,
} from '@arbolito/core';
import type { RecordOf } from '../contract/envelope';
import type { Book, BookTree } from './book';
import { visitBefore } from './tree';

export interface TallyRow {
  readonly id: string;
  readonly tag: string;
  readonly species: string | null;
  readonly result: TreeResult | null;
  readonly findings: readonly Finding[];
  /** Why the tree can't be derived at all. */
  readonly trouble: string | null;
  readonly readings: number;
  /** Id of its newest reading: ids go by time. */
  readonly newest: string;
}

/** Whether somebody should look at a tree: something is wrong or doubtful. A flag or an advice alone is no doubt. */
export const isDoubtful = (row: TallyRow) => row.trouble !== null || row.findings.some((f) => f.severity !== 'advice');

export interface SurveyTally {
  readonly survey: RecordOf<'survey'>;
  readonly protocol: { readonly name: string; readonly options: ProtocolOptions };
  readonly rows: readonly TallyRow[];
  readonly sums: ReturnType<typeof tally>;
  readonly withHeight: number;
}

/** Everything a survey's page shows, from its readings. */
export function tallyOf(book: Book, surveyId: string): SurveyTally | null {
  const survey = book.find('survey', surveyId);
  if (!survey) return null;
  const version = book.protocolOf(survey);
  // a survey whose protocol has not arrived can't be derived: half a book is no book
  if (!version) return null;
  return tallyUnder(book, survey, { name: version.body.name, options: version.body.options });
}

/** The same under any protocol: what a change of protocol would make of the readings. */
export function tallyUnder(book: Book, survey: RecordOf<'survey'>, protocol: SurveyTally['protocol']): SurveyTally {
  const surveyId = survey.entity;
  const rows = book.treesOf(surveyId).map((t) => rowOf(book, t, protocol.options));
  return {
    survey,
    protocol,
    rows,
    sums: tally(rows.map(toTally)),
    withHeight: rows.filter((r) => r.result?.height.ok).length,
  };
}

function rowOf(book: Book, record: RecordOf<'tree'>, protocol: ProtocolOptions): TallyRow {
  const tree = book.tree(record.entity) as BookTree;
  const species = book.speciesFigures(record);
  const base = {
    id: record.entity,
    tag: record.body.tag,
    species: book.find('species', record.body.species)?.body.name ?? null,
    readings: tree.inForce.length,
    newest: tree.readings.reduce((last, r) => (r.id > last ? r.id : last), record.entity),
  };
  try {
    const result = deriveTree({
      readings: tree.inForce,
      protocol,
      species,
      ...(tree.eyeHeight === null ? {} : { eyeHeight: metres(tree.eyeHeight) }),
    });
    const trouble = tree.contested.length > 0 ? 'Two versions of a reading contradict each other: choose one in its history.' : null;
    const before = visitBefore(tree.visits.slice(0, -1), tree.visits.at(-1)?.on ?? '', protocol);
    return { ...base, result, findings: checkTree({ readings: tree.inForce, result, protocol, species, ...before }), trouble };
  } catch (e) {
    if (!(e instanceof DomainError)) throw e;
    return { ...base, result: null, findings: [], trouble: e.message };
  }
}

const or = <T, V>(part: Answer<T> | undefined, value: (t: T) => V): V | null => (part?.ok ? value(part.value) : null);

function toTally(row: TallyRow): TallyTree {
  return {
    species: row.species,
    basalArea: or(row.result?.basalArea, (g) => g.value),
    volume: or(row.result?.cubic, (v) => v.value),
    boardFeet: or(row.result?.boards, (b) => b.boardFeet),
  };
}
