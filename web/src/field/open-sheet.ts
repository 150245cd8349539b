import type { Book } from '../book/book';
import { type SurveyHead, type SurveySheet, sheetFrom } from '../book/summary';
import { precisionNow } from '../book/survey-results';
import type { TreeRow } from '../book/tree-row';
import { byId } from '../book/versions';
import { keepSheet, keptHead, keptRows, scopesUnder } from './kept-sheets';
import type { News } from './news';
import type { Revisions } from './schema';
import { readBase, rowsIn, rowsOfThese, type SheetBase } from './sheet-base';
import { pairedTrees, stretchesOf } from './store';

/** What is told of a survey: its head, and which rows are new or changed and which are gone. */
export interface SheetNews {
  /** Null while the survey is not on this device, or not worked out. */
  readonly head: SurveyHead | null;
  readonly rows: readonly TreeRow[];
  readonly gone: readonly string[];
  /** Whether that is from before, and being brought up to date. */
  readonly old: boolean;
  /** So many trees are worked out, where the first of it is still to come. */
  readonly worked?: number;
  /** Why the survey could not be worked out. */
  readonly failed?: string;
}
/** Nothing is known of a survey. */
export const NO_NEWS: SheetNews = { head: null, rows: [], gone: [], old: false };
export type Tell = (news: SheetNews) => void;

/** A survey as it is worked out: its rows, and a book of all that belongs to no tree. */
export interface WorkedOut {
  readonly survey: SurveyHead['survey'];
  readonly protocol: SurveyHead['protocol'];
  readonly rows: readonly TreeRow[];
  readonly ground: Book;
}

/** From news to what follows from them; where they come fast, so many times longer than the last time took. */
const PAUSE_MS = 120;
const PAUSES = 6;
const PUT_BY_MS = 2000;

/** So many trees that change at once are a person's work; more come from elsewhere. */
const A_FEW = 20;

/** So many rows are told at first: a screen full, and more than anyone reads before the others are there. */
const FIRST = 100;

/**
 * One survey's sheet, kept up as records come. Its trees are read and worked out a part at a time, and of what changes
 * only the trees that did: however large a survey is, no more than its rows is held.
 */
export class OpenSheet {
  private base: SheetBase | null = null;
  private rows: Map<string, TreeRow> | null = null;
  private revisions: Revisions = {};
  private touched = new Set<string>();
  private everything = true;
  private told = new Map<string, TreeRow>();
  private soon: ReturnType<typeof setTimeout> | null = null;
  private putBy: ReturnType<typeof setTimeout> | null = null;
  private heard = false;
  /** As it was last told to be up to date; null while it is told to be of before. */
  private head: SurveyHead | null = null;
  /** Whether anything was told of it: what is shown stays until there is something else. */
  private shown = false;
  private took = 0;
  private closed = false;

  constructor(
    private readonly survey: string,
    private readonly program: string,
    private readonly withRows: boolean,
    private readonly tell: Tell,
    private readonly inTurn: (work: () => Promise<void>) => Promise<void>,
    /** Told of all of it whenever it is up to date. */
    private readonly workedOut: ((all: WorkedOut) => void) | null = null,
  ) {}

  async open(): Promise<void> {
    const { kept, holds: held, revisions } = await keptHead(this.survey, this.program);
    this.revisions = revisions;
    // news that came meanwhile may be newer than what was read
    const holds = held && !this.heard;
    this.everything = !holds;
    // what another program put by may lack what this one shows
    if (kept?.program === this.program) {
      const rows = this.withRows ? await keptRows(this.survey) : [];
      this.say({ head: kept.head, rows }, !holds);
      if (holds && this.withRows) this.rows = new Map(rows.map((r) => [r.id, r]));
    }
    if (!holds || this.workedOut) await this.refresh();
  }

  close(): void {
    this.closed = true;
    for (const timer of [this.soon, this.putBy]) if (timer) clearTimeout(timer);
  }

  hear({ written, decided }: News): void {
    const scopes = scopesUnder(this.survey);
    const mine = written?.filed.filter((f) => scopes.includes(f.scope)) ?? [];
    if (!decided && mine.length === 0) return;
    this.heard = true;
    const next = Object.entries(written?.revisions ?? {}).filter(([scope]) => scopes.includes(scope));
    // something was written that nobody told of, or what all trees lean on: only the store knows
    const gap = next.some(([scope, at]) => at > (this.revisions[scope] ?? 0) + 1);
    if (decided || gap || mine.some((f) => f.tree === '')) this.everything = true;
    else for (const { tree } of mine) this.touched.add(tree);
    this.revisions = { ...this.revisions, ...Object.fromEntries(next) };
    if (this.touched.size > A_FEW) this.sayBehind();
    this.soon ??= setTimeout(
      () => {
        this.soon = null;
        void this.refresh();
      },
      Math.max(PAUSE_MS, PAUSES * this.took),
    );
  }

  /** Many trees have come that are not worked out yet: what is shown until then is not all there is. */
  private sayBehind(): void {
    if (this.head === null) return;
    this.tell({ head: this.head, rows: [], gone: [], old: true });
    this.head = null;
  }

  private refresh(): Promise<void> {
    return this.inTurn(async () => {
      if (this.closed) return;
      const began = performance.now();
      await this.bringUp().catch((e: Error) => {
        this.everything = true;
        this.tell({ ...NO_NEWS, failed: e.message });
        throw e;
      });
      this.took = performance.now() - began;
    });
  }

  private async bringUp(): Promise<void> {
    const [touched, paired] = [[...this.touched], new Set(await pairedTrees(this.survey))];
    // what readings say of a tool counts for every tree that it read
    const all = this.everything || !this.rows || touched.some((t) => paired.has(t));
    this.touched = new Set();
    this.everything = false;
    if (all || !this.base) {
      const { kept, revisions } = await keptHead(this.survey, this.program);
      if (all) this.revisions = revisions;
      // what another program put by is made anew, whatever it follows from
      const putBy = kept?.program === this.program && !this.rows ? await keptRows(this.survey) : [];
      const rows = this.rows ?? new Map(putBy.map((r) => [r.id, r]));
      this.base = await readBase(this.survey, [...paired], { rows, program: this.program });
    }
    if (!this.base) return this.tell(NO_NEWS);
    if (all) this.rows = await this.workOut(this.base);
    else if (this.rows && touched.length > 0) await this.workOutAgain(this.base, this.rows, touched);
    if (this.closed || !this.rows) return;
    const { survey, protocol, plots, ground } = this.base;
    const rows = [...this.rows.values()].sort(byId);
    const summed = sheetFrom(survey, protocol, plots, rows);
    // a head alone says how sure its survey is; beside rows that is worked out when they are put by
    const sheet = this.withRows ? summed : withPrecision(summed, ground);
    this.workedOut?.({ survey, protocol, rows, ground });
    // more may have come while it was worked out
    this.say(sheet, this.touched.size > A_FEW);
    await this.keepSoon(sheet, ground);
  }

  /** Stretch by stretch; while one is worked out the next is read. */
  private async workOut(base: SheetBase): Promise<Map<string, TreeRow>> {
    const rows = new Map<string, TreeRow>();
    const left = [...(await stretchesOf(this.survey))];
    const take = async () => {
      for (let stretch = left.shift(); stretch && !this.closed; stretch = left.shift()) {
        for (const row of await rowsIn(base, stretch)) rows.set(row.id, row);
        if (!this.shown) this.tell({ ...NO_NEWS, worked: rows.size });
      }
    };
    await Promise.all([take(), take()]);
    return rows;
  }

  private async workOutAgain(base: SheetBase, rows: Map<string, TreeRow>, trees: readonly string[]): Promise<void> {
    const made = new Map((await rowsOfThese(base, trees)).map((r) => [r.id, r]));
    for (const tree of trees) {
      const row = made.get(tree);
      if (row) rows.set(tree, row);
      else rows.delete(tree);
    }
  }

  private async keepSoon(sheet: SurveySheet, ground: Book): Promise<void> {
    const { revisions } = this;
    if (this.putBy) clearTimeout(this.putBy);
    // without room it is worked out again the next time
    const keep = () => keepSheet(this.withRows ? withPrecision(sheet, ground) : sheet, revisions, this.program).catch(() => {});
    if (this.withRows) {
      this.putBy = setTimeout(() => void keep(), PUT_BY_MS);
      return;
    }
    // a head alone is asked for now and then: its rows would only lie about
    this.rows = this.base = null;
    await keep();
  }

  private say({ head, rows }: SurveySheet, old: boolean): void {
    const fresh = this.withRows ? rows.filter((r) => !isSame(this.told.get(r.id), r)) : [];
    const now = new Map(this.withRows ? rows.map((r) => [r.id, r]) : []);
    const gone = [...this.told.keys()].filter((id) => !now.has(id));
    this.told = now;
    this.shown = true;
    this.head = old ? null : head;
    this.tell({ head, rows: fresh.slice(0, FIRST), gone, old });
    if (fresh.length > FIRST) this.tell({ head, rows: fresh.slice(FIRST), gone: [], old });
  }
}

/** With how sure it is so far. */
function withPrecision({ head, rows }: SurveySheet, ground: Book): SurveySheet {
  return { head: { ...head, precision: precisionNow(ground, head.survey, head.protocol.options, rows) }, rows };
}

const isSame = (a: TreeRow | undefined, b: TreeRow) => a === b || (a !== undefined && JSON.stringify(a) === JSON.stringify(b));
