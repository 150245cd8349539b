import { metres, showDiameter, showHeight, showPom, type UnitSystem } from '@arbolito/core';
import type { Book } from './book';
import { type SurveyHead, sheetUnder } from './summary';
import type { Stated } from './things';
import { findingsIn, type TreeRow } from './tree-row';

/** What another protocol makes of a survey's readings. Readings stay as they were read; only what follows changes. */
export interface ProtocolChange {
  readonly before: SurveyHead;
  readonly after: SurveyHead;
  readonly trees: readonly { readonly tag: string; readonly before: string; readonly after: string; readonly why: string | null }[];
}

/** Derives a survey under its own protocol and under another, and lists the trees that come out otherwise. */
export function changeOf(book: Book, survey: Stated<'survey'>, to: SurveyHead['protocol']): ProtocolChange | null {
  const own = book.protocolOf(survey);
  if (!own) return null;
  const before = sheetUnder(book, survey, own);
  const after = sheetUnder(book, survey, to);
  const units = to.options.units;
  const trees = before.rows.flatMap((row, i) => {
    const next = after.rows[i] as TreeRow;
    const said = [say(row, units), say(next, units)] as const;
    const finding = findingsIn(next).find((f) => !findingsIn(row).some((g) => g.code === f.code));
    if (said[0] === said[1] && !finding) return [];
    return [{ tag: row.tag, before: said[0], after: said[1], why: finding?.what ?? (next.trouble !== row.trouble ? next.trouble : null) }];
  });
  return { before: before.head, after: after.head, trees };
}

function say(row: TreeRow, units: UnitSystem): string {
  const [first] = row.stems;
  if (!first && row.height === null) return row.trouble ?? '–';
  const each = row.stems.map((s) => showDiameter(metres(s.dbh), units)).join(' + ');
  const dbh = row.dbh !== null ? showDiameter(metres(row.dbh), units) : each || '–';
  const at = first ? ` at ${showPom(metres(first.pom), units)}` : '';
  return `${dbh}${at}${row.height === null ? '' : `, ${showHeight(metres(row.height), units)}`}`;
}
