import { Book } from '../book/book';
import { changeOf, type ProtocolChange } from '../book/protocol-change';
import { type Recomputed, recomputedBy } from '../book/recomputed';
import { type SurveyHead, type SurveySheet, sheetOf } from '../book/summary';
import type { TreeRow } from '../book/tree-row';
import { keepSheet, keptHead, keptRows, recordsUnder, scopesUnder } from './kept-sheets';
import { type News, newsChannel } from './news';
import type { Revisions } from './schema';
import { loadAll, unsent } from './store';

/** What is told of a survey: its head, and which rows are new or changed and which are gone. */
export interface SheetNews {
  /** Null while the survey is not on this device. */
  readonly head: SurveyHead | null;
  readonly rows: readonly TreeRow[];
  readonly gone: readonly string[];
  /** Whether that is from before, and being brought up to date. */
  readonly old: boolean;
}
type Tell = (news: SheetNews) => void;

const PAUSE_MS = 120;
const PUT_BY_MS = 2000;

/** One survey's sheet, kept up as records come. */
class OpenSheet {
  private book: Book | null = null;
  private revisions: Revisions = {};
  private told: SurveySheet | null = null;
  private soon: ReturnType<typeof setTimeout> | null = null;
  private putBy: ReturnType<typeof setTimeout> | null = null;
  private closed = false;

  constructor(
    private readonly survey: string,
    private readonly program: string,
    private readonly withRows: boolean,
    private readonly tell: Tell,
    private readonly inTurn: (work: () => Promise<void>) => Promise<void>,
  ) {}

  async open(): Promise<void> {
    const { kept, holds } = await keptHead(this.survey, this.program);
    if (kept) {
      const rows = this.withRows ? await keptRows(this.survey) : [];
      // a row of another program may lack what this one shows
      if (kept.program === this.program) this.say({ head: kept.head, rows }, !holds);
    }
    if (!holds) await this.refresh();
  }

  close(): void {
    this.closed = true;
    for (const timer of [this.soon, this.putBy]) if (timer) clearTimeout(timer);
  }

  hear({ written, decided }: News): void {
    if (decided) {
      this.book = null;
      this.later();
      return;
    }
    const scopes = scopesUnder(this.survey);
    const mine = written?.filed.filter((f) => scopes.includes(f.scope)) ?? [];
    if (!written || mine.length === 0) return;
    if (this.book) {
      const known = this.revisions;
      const next = Object.entries(written.revisions).filter(([scope]) => scopes.includes(scope));
      // something was written that nobody told of: only the store knows
      if (next.some(([scope, at]) => at > (known[scope] ?? 0) + 1)) this.book = null;
      else {
        this.book = this.book.add(mine.map((f) => f.record)).book;
        this.revisions = { ...known, ...Object.fromEntries(next.map(([scope, at]) => [scope, Math.max(at, known[scope] ?? 0)])) };
      }
    }
    this.later();
  }

  private later(): void {
    this.soon ??= setTimeout(() => {
      this.soon = null;
      void this.refresh();
    }, PAUSE_MS);
  }

  private refresh(): Promise<void> {
    return this.inTurn(async () => {
      if (this.closed) return;
      if (!this.book) {
        const [{ records, revisions }, entries] = [await recordsUnder(this.survey), await unsent()];
        const aside = new Set(entries.flatMap((u) => (u.aside ? [u.id] : [])));
        this.book = new Book(aside.size === 0 ? records : records.filter((r) => !aside.has(r.id)));
        this.revisions = revisions;
      }
      const known = this.withRows && this.told ? this.told.rows : await keptRows(this.survey);
      const sheet = sheetOf(this.book, this.survey, { rows: new Map(known.map((r) => [r.id, r])), program: this.program });
      if (sheet) {
        this.say(sheet, false);
        this.keepSoon(sheet);
      } else this.tell({ head: null, rows: [], gone: [], old: false });
      // a head alone is asked for now and then: its book would only lie about
      if (!this.withRows) this.book = null;
    });
  }

  private keepSoon(sheet: SurveySheet): void {
    const { revisions } = this;
    if (this.putBy) clearTimeout(this.putBy);
    const keep = () => void keepSheet(sheet, revisions, this.program).catch(() => {});
    if (this.withRows) this.putBy = setTimeout(keep, PUT_BY_MS);
    else keep();
  }

  private say(sheet: SurveySheet, old: boolean): void {
    const before = new Map(this.told?.rows.map((r) => [r.id, r]));
    const rows = this.withRows ? sheet.rows.filter((r) => !isSame(before.get(r.id), r)) : [];
    for (const r of sheet.rows) before.delete(r.id);
    this.told = this.withRows ? sheet : { head: sheet.head, rows: [] };
    this.tell({ head: sheet.head, rows, gone: this.withRows ? [...before.keys()] : [], old });
  }
}

const isSame = (a: TreeRow | undefined, b: TreeRow) => a === b || (a !== undefined && JSON.stringify(a) === JSON.stringify(b));

/** The sheets of surveys that somebody looks at, in a worker: what is long to work out stands in nobody's way. */
export class Sheets {
  private readonly open = new Map<number, OpenSheet>();
  private last = 0;
  private readonly channel = newsChannel();
  private queue: Promise<void> = Promise.resolve();

  /** @param program names the program: what another one put by is worked out again */
  constructor(private readonly program: string) {
    this.channel.onmessage = ({ data }) => {
      for (const sheet of this.open.values()) sheet.hear(data as News);
    };
  }

  /**
   * Tells of a survey's sheet, now and whenever it changes.
   * @returns what to name it by when that is to end
   */
  watch(survey: string, withRows: boolean, tell: Tell): number {
    const sheet = new OpenSheet(survey, this.program, withRows, tell, (work) => this.inTurn(work));
    this.last++;
    this.open.set(this.last, sheet);
    void sheet.open();
    return this.last;
  }
  unwatch(name: number): void {
    this.open.get(name)?.close();
    this.open.delete(name);
  }

  /** What another protocol would make of a survey; null where the survey is not here whole. */
  async changeOf(survey: string, to: SurveyHead['protocol']): Promise<ProtocolChange | null> {
    const book = new Book((await recordsUnder(survey)).records);
    const head = book.find('survey', survey);
    return head && changeOf(book, head, to);
  }

  /** The trees of all surveys here that a failed check of an instrument changes. */
  async recomputedBy(instrument: string): Promise<readonly Recomputed[]> {
    return recomputedBy(new Book(await loadAll()), instrument);
  }

  /** One book at a time: several surveys are looked at one after the other. */
  private inTurn(work: () => Promise<void>): Promise<void> {
    this.queue = this.queue.then(work).catch(() => {});
    return this.queue;
  }
}
