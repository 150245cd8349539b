import {
  type Answer,
  checkTree,
  DomainError,
  deriveTree,
  type Finding,
  metres,
  PRESETS,
  type ProtocolOptions,
  type TallyTree,
  type TreeResult,
  tally,
} from '@arbolito/core';
import type { Book, BookTree } from '../../contract/book';
import type { RecordOf } from '../../contract/envelope';

export interface TallyRow {
  readonly id: string;
  readonly tag: string;
  readonly species: string | null;
  readonly result: TreeResult | null;
  readonly findings: readonly Finding[];
  /** Why the tree can't be derived at all. */
  readonly trouble: string | null;
  readonly readings: number;
}

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
  const version = book.version('protocol', survey.body.protocol);
  const protocol = version
    ? { name: version.body.name, options: version.body.options }
    : { name: PRESETS['forest-metric'].name, options: PRESETS['forest-metric'].options };
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
  };
  try {
    const result = deriveTree({
      readings: tree.inForce,
      protocol,
      species,
      ...(tree.eyeHeight === null ? {} : { eyeHeight: metres(tree.eyeHeight) }),
    });
    const trouble = tree.contested.length > 0 ? 'Two versions of a reading contradict each other: choose one in its history.' : null;
    return { ...base, result, findings: checkTree({ readings: tree.inForce, result, protocol, species }), trouble };
  } catch (e) {
    if (!(e instanceof DomainError)) throw e;
    return { ...base, result: null, findings: [], trouble: e.message };
  }
}

const or = <T, V>(part: Answer<T> | undefined, value: (t: T) => V): V | null => (part?.ok ? value(part.value) : null);

function toTally(row: TallyRow): TallyTree {
  return {
    species: row.species,
    basalArea: or(row.result?.dbh, (d) => d.basalArea),
    volume: or(row.result?.cubic, (v) => v.value),
    boardFeet: or(row.result?.boards, (b) => b.boardFeet),
  };
}
