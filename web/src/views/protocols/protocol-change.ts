import { showDiameter, showHeight, showPom, type UnitSystem } from '@arbolito/core';
import type { Book } from '../../book/book';
import { isDoubtful, type SurveyTally, type TallyRow, tallyUnder } from '../../book/summary';
import type { RecordOf } from '../../contract/envelope';

/** What another protocol makes of a survey's readings. Readings stay as they were read; only what follows changes. */
export interface ProtocolChange {
  readonly before: SurveyTally;
  readonly after: SurveyTally;
  readonly trees: readonly { readonly tag: string; readonly before: string; readonly after: string; readonly why: string | null }[];
}

/** Derives a survey under its own protocol and under another, and lists the trees that come out otherwise. */
export function changeOf(book: Book, survey: RecordOf<'survey'>, to: SurveyTally['protocol']): ProtocolChange | null {
  const own = book.protocolOf(survey);
  if (!own) return null;
  const before = tallyUnder(book, survey, own);
  const after = tallyUnder(book, survey, to);
  const units = to.options.units;
  const trees = before.rows.flatMap((row, i) => {
    const next = after.rows[i] as TallyRow;
    const said = [say(row, units), say(next, units)] as const;
    const finding = next.findings.find((f) => !row.findings.some((g) => g.code === f.code));
    if (said[0] === said[1] && !finding) return [];
    return [{ tag: row.tag, before: said[0], after: said[1], why: finding?.what ?? (next.trouble !== row.trouble ? next.trouble : null) }];
  });
  return { before, after, trees };
}

function say(row: TallyRow, units: UnitSystem): string {
  const r = row.result;
  if (!r) return row.trouble ?? '–';
  const stems = r.stems.filter((s) => s.dbh.ok);
  const each = stems.map((s) => (s.dbh.ok ? showDiameter(s.dbh.value.value, units) : '')).join(' + ');
  const dbh = r.dbh.ok ? showDiameter(r.dbh.value.value, units) : each || '–';
  const at = stems[0]?.dbh.ok ? ` at ${showPom(stems[0].dbh.value.pom, units)}` : '';
  return `${dbh}${at}${r.height.ok ? `, ${showHeight(r.height.value.value, units)}` : ''}`;
}

export const doubtfulIn = (t: SurveyTally) => t.rows.filter(isDoubtful).length;
