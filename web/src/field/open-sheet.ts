import { Book } from '../book/book';
import { marksOf, type SurveyHead, type SurveySheet, sheetFrom } from '../book/summary';
import { precisionNow } from '../book/survey-results';
import type { TreeRow } from '../book/tree-row';
import { byId } from '../book/versions';
import { derive } from '../derivation/engine';
import { type Derived, type Kept, nameOf, Superseded, type Version } from '../derivation/store';
import { DeviceStore, lastRowsOf, scopesUnder } from './derivation-store';
import { keepHead, keptHead } from './kept-sheets';
import type { News } from './news';

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

/** How a sheet is kept up. */
export interface SheetWork {
  readonly version: Version;
  /** Runs one piece of work after another. */
  readonly inTurn: (work: () => Promise<void>) => Promise<void>;
  /** Told once rows of the survey were derived. */
  readonly derived: (survey: string) => void;
}

/** From news to what follows from them; where they come fast, so many times longer than the last time took. */
const PAUSE_MS = 120;
const PAUSES = 6;
const KEEP_MS = 2000;

/** So many trees that change at once are a person's work; more come from elsewhere. */
const A_FEW = 20;

/** So many rows are told at first: a screen full, and more than anyone reads before the others are there. */
const FIRST = 100;

/** One survey's sheet, kept up as records come: its rows are derived and kept in the store, and what changed of them is told. */
export class OpenSheet {
  /** Of the last visits, and what they follow from; null while they are not read. */
  private rows: Map<string, TreeRow> | null = null;
  private of = '';
  private readonly heard = new Set<string>();
  private told = new Map<string, TreeRow>();
  private soon: ReturnType<typeof setTimeout> | null = null;
  private keeping: ReturnType<typeof setTimeout> | null = null;
  /** As it was last told to be up to date; null while it is told to be of before. */
  private head: SurveyHead | null = null;
  /** Whether anything was told of it: what is shown stays until there is something else. */
  private shown = false;
  private took = 0;
  private closed = false;

  constructor(
    private readonly survey: string,
    private readonly withRows: boolean,
    private readonly tell: Tell,
    private readonly work: SheetWork,
    /** Told of all of it whenever it is up to date. */
    private readonly workedOut: ((all: WorkedOut) => void) | null = null,
  ) {}

  async open(): Promise<void> {
    const { version } = this.work;
    const { kept, holds } = await keptHead(this.survey, version);
    // what other code kept may lack what this one shows
    if (kept?.of.version.code === version.code) {
      const { head } = kept;
      const rows = this.withRows ? await lastRowsOf(this.survey) : [];
      // what trees say of each other is of all of them: no row has it
      this.say({ head, rows: sheetFrom(head.survey, head.protocol, head.plots, rows).rows }, !holds);
      if (holds && this.withRows) this.hold(rows, nameOf(kept.of));
    }
    if (!holds || this.workedOut) await this.refresh();
  }

  close(): void {
    this.closed = true;
    for (const timer of [this.soon, this.keeping]) if (timer) clearTimeout(timer);
  }

  hear({ written, decided, derived }: News): void {
    const scopes: readonly string[] = scopesUnder(this.survey);
    const mine = written?.filed.filter((f) => scopes.includes(f.scope)) ?? [];
    if (!decided && mine.length === 0 && derived !== this.survey) return;
    for (const { tree } of mine) this.heard.add(tree);
    if (this.heard.size > A_FEW) this.sayBehind();
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
    return this.work.inTurn(async () => {
      if (this.closed) return;
      const began = performance.now();
      await this.bringUp().catch((e: Error) => {
        // another tab began anew, and tells when it is done
        if (e instanceof Superseded) return;
        this.tell({ ...NO_NEWS, failed: e.message });
        throw e;
      });
      this.took = performance.now() - began;
    });
  }

  private async bringUp(): Promise<void> {
    this.heard.clear();
    const parts: Kept[] = [];
    const store = new DeviceStore(this.survey, (part) => void parts.push(part));
    const [before, derived] = await alone(this.survey, async () => [await store.derived(), await this.derive(store)] as const);
    if (this.closed) return;
    if (parts.length > 0) this.work.derived(this.survey);
    const ground = new Book(derived ? await store.context(derived.cursor) : []);
    const survey = ground.find('survey', this.survey);
    const protocol = ground.protocolOf(survey);
    if (!derived || !survey || !protocol || ground.isStruck(this.survey)) return this.sayNothing();
    // what another tab derived meanwhile is not among the parts
    if (this.rows === null || before === null || this.of !== nameOf(before)) this.hold(await lastRowsOf(this.survey), nameOf(derived));
    else this.change(this.rows, parts, nameOf(derived));
    const rows = [...(this.rows ?? new Map<string, TreeRow>()).values()].sort(byId);
    const summed = sheetFrom(survey, protocol, marksOf(ground, this.survey), rows);
    // a head alone says how sure its survey is; beside rows that is worked out when it is kept
    const sheet = this.withRows ? summed : withPrecision(summed, ground);
    this.workedOut?.({ survey, protocol, rows, ground });
    // more may have come while it was worked out
    this.say(sheet, this.heard.size > A_FEW);
    await this.keepSoon(sheet, derived, ground);
  }

  private derive(store: DeviceStore): Promise<Derived | null> {
    let worked = 0;
    return derive(store, {
      version: this.work.version,
      tell: (part) => {
        worked += part.trees;
        if (!this.shown) this.tell({ ...NO_NEWS, worked });
      },
    });
  }

  private hold(rows: readonly TreeRow[], of: string): void {
    this.rows = new Map(rows.map((r) => [r.id, r]));
    this.of = of;
  }
  private change(rows: Map<string, TreeRow>, parts: readonly Kept[], of: string): void {
    for (const { made, gone } of parts) {
      for (const t of made) {
        const last = t.rows.at(-1);
        if (last) rows.set(t.tree, last);
      }
      for (const tree of gone) rows.delete(tree);
    }
    this.of = of;
  }

  private async keepSoon(sheet: SurveySheet, derived: Derived, ground: Book): Promise<void> {
    if (this.keeping) clearTimeout(this.keeping);
    // without room it is worked out again the next time
    const keep = () => keepHead((this.withRows ? withPrecision(sheet, ground) : sheet).head, derived).catch(() => {});
    if (this.withRows) {
      this.keeping = setTimeout(() => void keep(), KEEP_MS);
      return;
    }
    // a head alone is asked for now and then: its rows would only lie about
    this.rows = null;
    await keep();
  }

  private sayNothing(): void {
    this.rows = null;
    this.told = new Map();
    this.tell(NO_NEWS);
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

/** While no other tab of this device derives the same survey. */
function alone<T>(survey: string, work: () => Promise<T>): Promise<T> {
  const locks = (globalThis.navigator as { readonly locks?: LockManager } | undefined)?.locks;
  return locks ? (locks.request(`derive ${survey}`, work) as Promise<T>) : work();
}

/** With how sure it is so far. */
function withPrecision({ head, rows }: SurveySheet, ground: Book): SurveySheet {
  return { head: { ...head, precision: precisionNow(ground, head.survey, head.protocol.options, rows) }, rows };
}

const isSame = (a: TreeRow | undefined, b: TreeRow) => a === b || (a !== undefined && JSON.stringify(a) === JSON.stringify(b));
