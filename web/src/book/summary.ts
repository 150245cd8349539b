import {
  type Answer,
  byGravity,
  checkSurvey,
  type Finding,
  type ProtocolOptions,
  type SurveyedTree,
  type TallyTree,
  type TreeResult,
  tally,
} from '@arbolito/core';
import type { RecordOf } from '../contract/envelope';
import type { Book } from './book';
import { treeOutcome } from './derive';

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

const remembered = new WeakMap<object, Map<string, { readonly stamp: string; readonly tally: SurveyTally }>>();

/** Everything a survey's page shows, from its readings; null while it or its protocol is not here: half a book is no book. */
export function tallyOf(book: Book, surveyId: string): SurveyTally | null {
  const survey = book.find('survey', surveyId);
  const protocol = book.protocolOf(survey);
  if (!survey || !protocol) return null;
  const known = remembered.get(book.kit) ?? new Map<string, { readonly stamp: string; readonly tally: SurveyTally }>();
  remembered.set(book.kit, known);
  const stamp = book.stampOf(surveyId);
  const last = known.get(surveyId);
  if (last?.stamp === stamp) return last.tally;
  const made = tallyUnder(book, survey, protocol);
  known.set(surveyId, { stamp, tally: made });
  return made;
}

/** The same under any protocol: what a change of protocol would make of the readings. */
export function tallyUnder(book: Book, survey: RecordOf<'survey'>, protocol: SurveyTally['protocol']): SurveyTally {
  const own = [
    ...book.treesOf(survey.entity).map((t) => rowOf(book, t, protocol.options)),
    ...book.contestedTreesOf(survey.entity).map((t) => undecidedRow(t.heads.at(-1) as RecordOf<'tree'>)),
  ].sort((a, b) => (a.id < b.id ? -1 : 1));
  const among = checkSurvey(own.map(surveyed(book)), protocol.options.units);
  const rows =
    among.size === 0
      ? own
      : own.map((r) => (among.has(r.id) ? { ...r, findings: byGravity([...r.findings, ...(among.get(r.id) ?? [])]) } : r));
  return {
    survey,
    protocol,
    rows,
    sums: tally(rows.map(toTally)),
    withHeight: rows.filter((r) => r.result?.height.ok).length,
  };
}

/** A row as the others of its survey look at it. */
const surveyed =
  (book: Book) =>
  ({ id, tag, species, result }: TallyRow): SurveyedTree => {
    const tree = book.tree(id);
    const read = (tree?.inForce ?? []).map(({ id: _, station: __, ...r }) => r);
    return {
      id,
      tag,
      plot: tree?.record.body.plot ?? null,
      species,
      dbh: result?.dbh.ok ? result.dbh.value.value : null,
      height: result?.height.ok ? result.height.value.value : null,
      // a single figure may well be another tree's too
      read: read.length < 3 ? '' : JSON.stringify(read),
    };
  };

function rowOf(book: Book, record: RecordOf<'tree'>, protocol: ProtocolOptions): TallyRow {
  const tree = book.tree(record.entity);
  // a tree that is listed is in the book
  if (!tree) throw new Error(`tree ${record.entity} is not in the book`);
  const species = book.find('species', record.body.species)?.body.name ?? null;
  const outcome = treeOutcome(tree, protocol);
  const base = {
    id: tree.id,
    tag: record.body.tag,
    species,
    readings: tree.inForce.length,
    newest: tree.readings.reduce((last, r) => (r.id > last ? r.id : last), tree.id),
  };
  return outcome.ok
    ? { ...base, result: outcome.result, findings: outcome.findings, trouble: tree.contested.length > 0 ? UNDECIDED : null }
    : { ...base, result: null, findings: [], trouble: outcome.error.message };
}
const UNDECIDED = 'Two versions of a reading contradict each other: choose one in its history.';

/** Two people said of the tree itself what can't both be: it is listed and counted as nothing until one decides. */
const undecidedRow = ({ entity, body }: RecordOf<'tree'>): TallyRow => ({
  id: entity,
  tag: body.tag,
  species: null,
  result: null,
  findings: [],
  trouble: 'Two versions of this tree contradict each other, or a newer Arbolito wrote one: it is left out until that is decided.',
  readings: 0,
  newest: entity,
});

const or = <T, V>(part: Answer<T> | undefined, value: (t: T) => V): V | null => (part?.ok ? value(part.value) : null);

function toTally(row: TallyRow): TallyTree {
  return {
    species: row.species,
    basalArea: or(row.result?.basalArea, (g) => g.value),
    volume: or(row.result?.cubic, (v) => v.value),
    boardFeet: or(row.result?.boards, (b) => b.boardFeet),
  };
}
