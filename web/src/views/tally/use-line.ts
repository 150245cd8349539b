import { type LineContext, type ParsedCall, type ProtocolOptions, parseCall, printCall } from '@arbolito/core';
import { useMemo } from 'react';
import { bodyOfLine, type CalledWays, corrected, lineContext, lineOfBody, wrongAlike } from '../../book/called-line';
import { habitsOf, type LineNote, lineNotes } from '../../book/line-checks';
import type { JudgedPlot } from '../../book/on-plot';
import type { SpeciesCodes } from '../../book/plot-scene';
import { rowOfCalled } from '../../book/row-maker';
import type { Stated } from '../../book/things';
import type { TreeRow } from '../../book/tree-row';
import type { TreesHere } from '../../book/trees-here';
import type { BodyOf } from '../../contract/envelope';
import { savedPreferences } from '../../field/preferences';
import { type CalledIn, treeOfLine } from './tally-actions';

/** What lines of a survey are read with. */
export interface LineBook {
  readonly context: LineContext;
  readonly species: readonly Stated<'species'>[];
  /** Ids by code, in small letters. */
  readonly ids: ReadonlyMap<string, string>;
  readonly code: (species: string) => string | null;
}
/** @param codes those called most come first wherever they are named, then those used last on this device */
export function useLineBook(all: readonly Stated<'species'>[], codes: SpeciesCodes, protocol: ProtocolOptions): LineBook {
  const order = [...codes.keys()].join('\n');
  const species = useMemo(() => {
    const rank = new Map(order.split('\n').map((name, i) => [name, i]));
    const used = savedPreferences().species;
    const place = (s: Stated<'species'>) =>
      rank.get(s.body.name) ?? rank.size + (used.includes(s.entity) ? used.indexOf(s.entity) : used.length);
    return all.toSorted((a, b) => place(a) - place(b));
  }, [all, order]);
  return useMemo(() => {
    const codeOf = new Map(species.map((s) => [s.entity, s.body.code]));
    return {
      context: lineContext(species, protocol),
      species,
      // of two with one code the first that is listed
      ids: new Map(species.toReversed().map((s) => [s.body.code.toLowerCase(), s.entity])),
      code: (id: string) => codeOf.get(id) ?? null,
    };
  }, [species, protocol]);
}

/** A tree as it is typed again, to be corrected. */
export const printTree = (body: BodyOf<'tree'>, { context, code }: LineBook): string => printCall(lineOfBody(body, code), context);

/** What the line comes to so far. */
export interface MeantLine {
  readonly parsed: ParsedCall | null;
  /** What would be kept; null while the line can't be read. */
  readonly body: BodyOf<'tree'> | null;
  readonly row: TreeRow | null;
  readonly notes: readonly LineNote[];
}
const NOTHING: MeantLine = { parsed: null, body: null, row: null, notes: [] };

export interface LineAround {
  readonly where: CalledIn;
  readonly book: LineBook;
  readonly protocol: ProtocolOptions;
  readonly ways: CalledWays;
  /** The species that goes on. */
  readonly last: string | null;
  /** The tag that it gets where the line says none. */
  readonly tag: string;
  readonly plot: JudgedPlot | null;
  readonly here: TreesHere;
  readonly all: readonly TreeRow[];
  /** The tree whose line is typed anew. */
  readonly correcting: Stated<'tree'> | null;
}

/** Reads a line, derives its tree and looks at it. */
export function meantLine(text: string, { book, protocol, ways, last, plot, where, ...a }: LineAround): MeantLine {
  if (text.trim() === '') return NOTHING;
  const parsed = parseCall(text, book.context);
  if (!parsed.ok) return { ...NOTHING, parsed };
  const { tree } = parsed;
  const before = a.correcting;
  const line = bodyOfLine(tree, text, book.ids, before ? (before.body.species ?? null) : last, ways);
  const tag = tree.tag ?? before?.body.tag ?? a.tag;
  const body = before ? corrected(before.body, line, tag) : treeOfLine(where, tag, line);
  const alike = wrongAlike(body);
  if (alike !== null) return { ...NOTHING, parsed: { ok: false, reason: alike, from: 0, to: text.length } };
  const record: Stated<'tree'> = { entity: before?.entity ?? 'draft', body };
  const row = rowOfCalled(record, book.species.find((s) => s.entity === body.species) ?? null, protocol, plot);
  return { parsed, body, row, notes: lineNotes(row, a.here, habitsOf(a.all), protocol.units) };
}

export const useMeantLine = (text: string, a: LineAround): MeantLine => {
  const { where, book, protocol, ways, last, tag, plot, here, all, correcting } = a;
  return useMemo(
    () => meantLine(text, { where, book, protocol, ways, last, tag, plot, here, all, correcting }),
    [text, where, book, protocol, ways, last, tag, plot, here, all, correcting],
  );
};
