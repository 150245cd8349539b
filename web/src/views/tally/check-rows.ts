import type { ProtocolOptions } from '@arbolito/core';
import type { Book } from '../../book/book';
import type { CalledWays } from '../../book/called-line';
import { type JudgedPlot, judgedPlot } from '../../book/on-plot';
import type { Stated } from '../../book/things';
import type { TreeRow } from '../../book/tree-row';
import { type TreesHere, treesHere } from '../../book/trees-here';
import type { BodyOf } from '../../contract/envelope';
import { isTag, nextTagOn, type TagRange } from '../../field/next-tag';
import { tagAfter } from '../../field/tag-after';
import { isEmpty, isHeader, lineOfRow, type SheetRow } from './sheet-model';
import { type LineBook, meantLine } from './use-line';

/** What a row of a sheet comes to. */
export type CheckedRow =
  | { readonly state: 'empty' }
  | { readonly state: 'wrong'; readonly reason: string }
  | { readonly state: 'doubt' | 'right'; readonly body: BodyOf<'tree'>; readonly says: string | null };

export interface RowsAround {
  readonly book: Book;
  readonly survey: Stated<'survey'>;
  readonly plots: readonly Stated<'plot'>[];
  /** Whether a tree must stand on a plot. */
  readonly onPlots: boolean;
  readonly lines: LineBook;
  readonly protocol: ProtocolOptions;
  readonly ways: CalledWays;
  readonly all: readonly TreeRow[];
  /** The numbers this device gives; null where it has no range. */
  readonly range: TagRange | null;
}

/** What counts the numbers: the survey where they go through it, else each plot. */
const counterOf = (tag: string, plot: string | null): string => (/^\d+$/.test(tag) ? '' : (plot ?? ''));

const NOBODY = treesHere([], [], new Set());

/** Checks rows one after another: what goes on from row to row is remembered in between. */
export class RowChecker {
  private species: string | null = null;
  private readonly tags = new Map<string | null, Set<string>>();
  private readonly judged = new Map<string, JudgedPlot>();
  private readonly here = new Map<string | null, TreesHere>();
  /** The number each plot begins with. */
  private readonly first = new Map<string | null, string>();
  /** The next free number: of each plot, or of all where the survey numbers them through. */
  private readonly next = new Map<string, string>();
  private readonly byName: ReadonlyMap<string, Stated<'plot'> | null>;

  constructor(private readonly a: RowsAround) {
    const byName = new Map<string, Stated<'plot'> | null>();
    for (const p of a.plots) {
      const name = p.body.name.trim().toLowerCase();
      // two of one name are none: nobody could say which
      byName.set(name, byName.has(name) ? null : p);
    }
    this.byName = byName;
    const groups = new Map<string | null, TreeRow[]>();
    for (const row of a.all) {
      const own = groups.get(row.plot);
      if (own) own.push(row);
      else groups.set(row.plot, [row]);
    }
    for (const [plot, rows] of groups) this.here.set(plot, treesHere(rows, [], new Set()));
  }

  check(row: SheetRow): CheckedRow {
    if (isEmpty(row)) return { state: 'empty' };
    if (isHeader(row)) return { state: 'wrong', reason: 'This looks like the heading of a table: leave it out.' };
    const { a } = this;
    const plot = this.plotOf(row.plot);
    if (typeof plot === 'string') return { state: 'wrong', reason: plot };
    const at = plot?.entity ?? null;
    const given = this.tags.get(at) ?? new Set<string>();
    this.tags.set(at, given);
    const here = this.here.get(at) ?? NOBODY;
    const tag = this.tagFor(plot, here, given);
    const meant = meantLine(lineOfRow(row), {
      where: { survey: a.survey.entity, plot: at },
      book: a.lines,
      protocol: a.protocol,
      ways: a.ways,
      last: this.species,
      tag,
      plot: plot && this.judgedOf(plot),
      here,
      all: a.all,
      correcting: null,
    });
    if (!meant.parsed?.ok || !meant.body || !meant.row)
      return { state: 'wrong', reason: meant.parsed && !meant.parsed.ok ? meant.parsed.reason : 'Nothing is typed.' };
    const { body } = meant;
    if (meant.parsed.tree.tag !== null && given.has(body.tag))
      return { state: 'wrong', reason: `Number ${body.tag} stands twice on this sheet.` };
    given.add(body.tag);
    if (body.tag === tag) this.next.set(counterOf(tag, at), tagAfter(tag));
    this.species = body.species;
    const doubt = meant.notes.find((n) => n.severity === 'doubt');
    return { state: doubt ? 'doubt' : 'right', body, says: doubt?.text ?? meant.notes[0]?.text ?? null };
  }

  private tagFor(plot: Stated<'plot'> | null, here: TreesHere, given: ReadonlySet<string>): string {
    const at = plot?.entity ?? null;
    const first = this.first.get(at) ?? nextTagOn(plot?.body.name ?? null, here, this.a.all, this.a.range);
    this.first.set(at, first);
    let tag = this.next.get(counterOf(first, at)) ?? first;
    while (given.has(tag) || isTag(here.told, tag)) tag = tagAfter(tag);
    return tag;
  }

  private plotOf(name: string): Stated<'plot'> | null | string {
    const said = name.trim();
    if (said === '') return this.a.onPlots ? 'On which plot? Its name is wanted.' : null;
    const found = this.byName.get(said.toLowerCase());
    if (found === undefined) return `There is no plot “${said}” in this survey.`;
    return found ?? `Two plots are called “${said}”.`;
  }

  private judgedOf(plot: Stated<'plot'>): JudgedPlot {
    const known = this.judged.get(plot.entity);
    if (known) return known;
    const made = judgedPlot(this.a.survey, plot, this.a.book.find('stratum', plot.body.stratum));
    this.judged.set(plot.entity, made);
    return made;
  }
}
