import { fillHeights, type HeightCandidate, heightsWanted } from '@arbolito/core';
import { Book } from '../book/book';
import { preparedOf } from '../book/prepare-survey';
import { changeOf, type ProtocolChange } from '../book/protocol-change';
import { type Recomputed, recomputedBy } from '../book/recomputed';
import { treesCsv } from '../book/results-csv';
import type { StandOptions } from '../book/stand';
import { standRow } from '../book/stand-row';
import type { SurveyHead } from '../book/summary';
import { resultsOf, type SurveyResults } from '../book/survey-results';
import { SHARED } from '../contract/scope';
import type { Version } from '../derivation/store';
import { contextOf, lastRowsOf, scopesUnder } from './derivation-store';
import { keptHead } from './kept-sheets';
import { type News, newsChannel } from './news';
import { NO_NEWS, OpenSheet, type SheetWork, type Tell } from './open-sheet';
import { along, load, loadAll } from './store';
import { type FoundTree, MOST_FOUND, type TakenTag, TreeIndex } from './tree-index';

/** Told of a survey's figures; null where they are not there, with how many trees are worked out and why they failed. */
export type TellResults = (results: SurveyResults | null, worked: number, old: boolean, failed: string | null) => void;

/** A picture of a survey has about so many dots at most. */
const DOTS = 400;
/** The sheets of surveys that somebody looks at, in a worker: what is long to work out stands in nobody's way. */
export class Sheets {
  private readonly open = new Map<number, OpenSheet>();
  private last = 0;
  private readonly channel = newsChannel();
  private queue: Promise<void> = Promise.resolve();
  private readonly indexes = new Map<string, Promise<TreeIndex>>();

  private readonly work: SheetWork;

  /** @param version of this code: what another one made is made again */
  constructor(version: Version) {
    this.work = {
      version,
      inTurn: (work) => this.inTurn(work),
      // a channel does not hear itself: other sheets of this worker read what was kept when they are brought up
      derived: (survey) => this.channel.postMessage({ derived: survey } satisfies News),
    };
    this.channel.onmessage = ({ data }: MessageEvent<News>) => {
      for (const sheet of this.open.values()) sheet.hear(data);
      // what was decided may have brought trees back: they are looked for anew
      if (data.decided) this.indexes.clear();
      else for (const index of this.indexes.values()) void index.then((i) => i.hear(data));
    };
  }

  /**
   * Tells of a survey's sheet, now and whenever it changes.
   * @returns what to name it by when that is to end
   */
  watch(survey: string, withRows: boolean, tell: Tell): number {
    const sheet = new OpenSheet(survey, withRows, tell, this.work);
    this.last++;
    this.open.set(this.last, sheet);
    void sheet.open().catch((e: Error) => tell({ ...NO_NEWS, failed: e.message }));
    return this.last;
  }
  /**
   * Tells of a survey's figures, now and whenever they change; null while it is not here, or so many trees are worked out.
   * @returns what to name it by when that is to end
   */
  watchResults(survey: string, asked: StandOptions, tell: TellResults): number {
    const say: Tell = ({ head, worked, old, failed }) => {
      if (head === null || old) tell(null, worked ?? 0, old, failed ?? null);
    };
    const sheet = new OpenSheet(survey, true, say, this.work, ({ survey: s, protocol, rows, ground }) =>
      tell(resultsOf(ground, s, protocol.options, rows, asked), rows.length, false, null),
    );
    this.last++;
    this.open.set(this.last, sheet);
    void sheet.open().catch((e: Error) => tell(null, 0, false, e.message));
    return this.last;
  }
  /** The trees of a survey as text for a spreadsheet; null while it is not here. */
  async treesCsv(survey: string): Promise<string | null> {
    await this.upToDate(survey);
    const ground = new Book(await contextOf(survey));
    const record = ground.find('survey', survey);
    const protocol = ground.protocolOf(record);
    if (!record || !protocol) return null;
    const prepared = preparedOf(ground, { survey: record, options: protocol.options }, (await lastRowsOf(survey)).map(standRow));
    return treesCsv(prepared, fillHeights(prepared.trees, prepared.breastHeight), protocol.options.units);
  }
  unwatch(name: number): void {
    this.open.get(name)?.close();
    this.open.delete(name);
  }

  /** Trees of the surveys on this device, those first whose tag was asked for, and among them those of one survey. */
  async find(text: string, first: string | null): Promise<readonly FoundTree[]> {
    const words = text.trim().toLowerCase().split(/\s+/);
    const found = await Promise.all((await along()).map(async (s) => (await this.indexOf(s)).find(words)));
    const away = (t: FoundTree) => (t.survey === first ? 0 : 1);
    return found
      .flat()
      .sort((a, b) => a.rank - b.rank || away(a.tree) - away(b.tree))
      .map((f) => f.tree)
      .slice(0, MOST_FOUND);
  }

  /** Whether another tree of a plot, or of a survey without plots, has a tag, and which one is free; null where it is the only one. */
  async tagTaken(survey: string, tree: string, plot: string | null, tag: string): Promise<TakenTag | null> {
    return (await this.indexOf(survey)).taken(tree, plot, tag);
  }

  /** Diameters and heights of other trees of a survey, metres, as they were last put by: a picture, not a sum. */
  async scatter(survey: string, but: string): Promise<readonly (readonly [number, number])[]> {
    const rows = (await lastRowsOf(survey)).filter((r) => r.id !== but && !r.struck && r.out.length === 0);
    const every = Math.ceil(rows.length / DOTS);
    return rows.flatMap((r, i) => (i % every === 0 && r.dbh !== null && r.height !== null ? [[r.dbh, r.height] as const] : []));
  }

  /** How a person called the heights of other trees of a survey by eye: over what was measured, less 1. */
  async byEye(survey: string, person: string, but: string): Promise<readonly number[]> {
    const rows = (await lastRowsOf(survey)).filter((r) => r.id !== but && !r.struck && !r.out.includes('height'));
    return rows.flatMap(({ byEye }) => (byEye?.person === person ? [byEye.share] : []));
  }

  /** Whether a tree is one of those that want a height, where that follows from the others of its survey. */
  async heightWanted(survey: string, tree: HeightCandidate): Promise<boolean> {
    await this.upToDate(survey);
    const { kept } = await keptHead(survey, this.work.version);
    if (!kept?.head) return true;
    const others = (await lastRowsOf(survey)).filter((r) => r.id !== tree.id && !r.struck && r.notCounted === null);
    const inOrder = [...others, tree].sort((a, b) => (a.id < b.id ? -1 : 1));
    return heightsWanted(inOrder, kept.head.protocol.options).has(tree.id);
  }

  private indexOf(survey: string): Promise<TreeIndex> {
    const known = this.indexes.get(survey);
    if (known) return known;
    const made = this.index(survey).catch((e) => {
      this.indexes.delete(survey);
      throw e;
    });
    this.indexes.set(survey, made);
    return made;
  }
  /** What is written meanwhile it hears once it is made. */
  private async index(survey: string): Promise<TreeIndex> {
    await this.upToDate(survey);
    const beside = await Promise.all([load(SHARED), load(survey, '')]);
    return new TreeIndex(survey, await lastRowsOf(survey), beside.flat());
  }

  /** What was put by of a survey is worked out anew where it is of before. */
  private async upToDate(survey: string): Promise<void> {
    if ((await keptHead(survey, this.work.version)).holds) return;
    await new OpenSheet(survey, false, () => {}, this.work).open();
  }

  /** What another protocol would make of a survey; null where the survey is not here whole. */
  async changeOf(survey: string, to: SurveyHead['protocol']): Promise<ProtocolChange | null> {
    const book = new Book((await Promise.all(scopesUnder(survey).map((s) => load(s)))).flat());
    const head = book.find('survey', survey);
    return head && changeOf(book, head, to);
  }

  /** The trees of all surveys here that a failed check of an instrument changes. */
  async recomputedBy(instrument: string): Promise<readonly Recomputed[]> {
    return recomputedBy(new Book(await loadAll()), instrument);
  }

  /** One survey after the other. */
  private inTurn(work: () => Promise<void>): Promise<void> {
    this.queue = this.queue.then(work).catch((e) => console.error(e));
    return this.queue;
  }
}
