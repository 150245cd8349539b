import { Book } from '../book/book';
import type { AnyRecord } from '../contract/envelope';
import type { SurveyLine } from '../contract/sync';
import { afterPaint } from './after-paint';
import { dropEarlier, whenOutdated } from './database';
import { deviceName } from './device';
import { enterInJournal, journalled, strikeFromJournal } from './journal';
import { type News, newsChannel } from './news';
import { PageBook } from './page-book';
import { type Refused, refusedOf, type Unsent } from './refused';
import { along, correctLocally, isWhole, keepLocally, leaveBehind, putUnsent, takeAlong, unsent } from './store';
import { type Coming, send, surveyHolding, synchronise } from './synchronise';

export interface BookState {
  /** The part of the book that this page holds. */
  readonly book: Book;
  /** Trees of which everything is in it that this device has. */
  readonly held: ReadonlySet<string>;
  /** Surveys that are being taken in just now, and how far they are here. */
  readonly coming: ReadonlyMap<string, Coming>;
  /** Whether the local store has been read; before that nothing can be said. */
  readonly loaded: boolean;
  /** Whether what this device carries is here to its end; until then a survey may lack trees. */
  readonly whole: boolean;
  /** The surveys this device carries. */
  readonly along: ReadonlySet<string>;
  /** Every survey of the server, as it last said; null before it did. */
  readonly surveys: readonly SurveyLine[] | null;
  readonly unsent: number;
  /** Of those, on their way to this device's disk: shown, but not kept yet. */
  readonly storing: number;
  /** What the server refused: for a person to decide over. */
  readonly refused: readonly Refused[];
  /** What keeps records from being stored here, as a sentence. */
  readonly trouble: string | null;
  /** Whether the server answered last time; null before the first try. */
  readonly reached: boolean | null;
}

const EMPTY: BookState = {
  book: new Book(),
  held: new Set(),
  coming: new Map(),
  loaded: false,
  whole: false,
  along: new Set(),
  surveys: null,
  unsent: 0,
  storing: 0,
  refused: [],
  trouble: null,
  reached: null,
};
const PAUSE_MS = 20_000;
const SOON_MS = 700;

/** The part of the book that a page needs, kept equal to the local store; one a page. */
class BookStore {
  private state = EMPTY;
  private readonly page = new PageBook();
  /** On their way into the local store: not in the outbox yet, and the server does not have them either. */
  private readonly underWay = new Set<string>();
  private outbox = new Map<string, Unsent>();
  private readonly listeners = new Set<() => void>();
  private running: Promise<void> | null = null;
  private wanted: 'send' | 'all' | null = null;
  private soon: ReturnType<typeof setTimeout> | null = null;
  private channel: BroadcastChannel | null = null;

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    if (this.listeners.size === 1 && this.channel === null) this.open();
    return () => this.listeners.delete(listener);
  };
  snapshot = (): BookState => this.state;
  serverSnapshot = (): BookState => EMPTY;

  /**
   * Keeps new records: shown at once, kept when the local store has them on disk, then sent when the server can be reached.
   * The journal bridges a page that is being left meanwhile.
   */
  async keep(records: readonly AnyRecord[]): Promise<void> {
    const written = enterInJournal(records);
    for (const { id } of records) this.underWay.add(id);
    for (const { kind, id, entity } of records) if (kind === 'tree' && id === entity) this.page.begin(id);
    if (written) this.show(records);
    this.count();
    let stored: News['written'];
    try {
      // the journal has it meanwhile; a page that can't keep one waits for nothing
      if (written) await afterPaint();
      stored = await keepLocally(records);
    } catch (e) {
      if (!written) for (const { id } of records) this.underWay.delete(id);
      this.count();
      const remedy = written ? 'It is in the journal and is tried again at the next opening.' : 'Free some space, then enter it again.';
      this.set({ trouble: `This device could not store it (${(e as Error).message}). ${remedy}` });
      return;
    }
    strikeFromJournal(records);
    this.show(records);
    for (const { id } of records) {
      this.outbox.set(id, { id });
      this.underWay.delete(id);
    }
    this.set({ trouble: null });
    this.count();
    this.tell({ written: stored, kept: true });
    this.sendSoon();
  }

  /** Puts a corrected record in the place of a refused one, and sends it. */
  async correct(record: AnyRecord): Promise<void> {
    await correctLocally(record);
    await this.decided();
  }

  /** Sends a refused record once more as it is, with what hangs on it. */
  sendAgain = ({ record, waiting }: Refused): Promise<void> => this.decide([{ id: record.id }, ...waiting.map((id) => ({ id }))]);

  /** Takes a refused record and what hangs on it out of the book and out of what is sent, and keeps them here. */
  setAside = ({ record, errors, waiting }: Refused): Promise<void> =>
    this.decide([{ id: record.id, refused: errors, aside: true }, ...waiting.map((id) => ({ id, aside: true }))]);

  /** Carries a survey from now on, and fetches it. */
  async takeAlong(survey: string): Promise<void> {
    try {
      await takeAlong(survey);
      this.set({ along: new Set(await along()), whole: await isWhole() });
    } catch (e) {
      this.set({ trouble: `This device could not take it along (${(e as Error).message}).` });
      return;
    }
    await this.sync();
  }

  /** A tree that is only begun: nothing of it is anywhere yet. */
  begin = (tree: string): void => this.page.begin(tree);

  /**
   * Takes a survey off this device, once the server has all of it.
   * @returns why not, as a sentence; null when it is done
   */
  async leaveBehind(survey: string): Promise<string | null> {
    await this.sync();
    const notSent = await leaveBehind(survey);
    if (notSent > 0) {
      const what = notSent === 1 ? 'One record of it is' : `${notSent} records of it are`;
      return `${what} on this device alone: it stays until the server has them.`;
    }
    await this.readAll();
    this.set({ along: new Set(await along()) });
    this.tell({ decided: true });
    return null;
  }

  private async decide(entries: readonly Unsent[]): Promise<void> {
    await putUnsent(entries);
    await this.decided();
  }

  private async decided(): Promise<void> {
    await this.readAll();
    this.tell({ decided: true });
    void this.sync();
  }

  /** Sends in a moment: what is kept one after the other goes together, and no request is made between two keys. */
  private sendSoon(): void {
    this.soon ??= setTimeout(() => {
      this.soon = null;
      void this.exchange('send');
    }, SOON_MS);
  }

  /** Sends what is unsent and takes in what is new. */
  sync = (): Promise<void> => this.exchange('all');

  private exchange(what: 'send' | 'all'): Promise<void> {
    if (this.wanted !== 'all') this.wanted = what;
    this.running ??= this.run().finally(() => {
      this.running = null;
    });
    return this.running;
  }

  private async run(): Promise<void> {
    for (let what = this.wanted; what; what = this.wanted) {
      this.wanted = null;
      try {
        if (what === 'send') await send();
        else await this.takeIn();
        await this.readOutbox();
        this.set({ reached: true });
        if (this.outbox.size === 0) await dropEarlier();
      } catch {
        // no network is the usual state in the woods, not an error; the outbox keeps everything
        this.set({ reached: false, coming: new Map() });
      }
    }
  }

  private async takeIn(): Promise<void> {
    const surveys = await synchronise(undefined, async (written, coming) => {
      this.tell({ written });
      await this.page.take(written.filed);
      this.set({
        book: this.page.book,
        held: this.page.trees,
        ...(coming ? { coming: new Map([[coming.survey, coming]]) } : {}),
      });
    });
    this.set({ whole: await isWhole(), along: new Set(await along()), surveys, coming: new Map() });
  }

  private tell(news: News): void {
    this.channel?.postMessage(news);
  }

  private open(): void {
    this.channel = newsChannel();
    this.channel.onmessage = ({ data }: MessageEvent<News>) => void this.hear(data);
    whenOutdated(() => this.set({ trouble: 'A newer Arbolito is open in another tab: reload this page.' }));
    void this.load().then(() => this.opened());
    window.addEventListener('online', this.sync);
    document.addEventListener('visibilitychange', () => document.visibilityState === 'visible' && void this.sync());
    setInterval(() => document.visibilityState === 'visible' && void this.sync(), PAUSE_MS);
  }

  /** What is opened is carried: the survey or the tree that the address names. */
  private async opened(): Promise<void> {
    const asked = new URLSearchParams(location.search);
    const [survey, tree] = [asked.get('survey'), asked.get('tree')];
    if (survey) await takeAlong(survey).catch(() => {});
    await this.sync();
    if (survey || !tree || this.state.book.has(tree)) return;
    try {
      const holds = await surveyHolding(tree);
      if (holds) await this.takeAlong(holds);
    } catch {
      // without a server a tree of another device can't be looked for
    }
  }

  private async load(): Promise<void> {
    try {
      const unfinished = journalled();
      if (unfinished.length > 0) {
        await keepLocally(unfinished);
        strikeFromJournal(unfinished);
      }
      await this.readAll();
      await this.openAsked();
      for (const { id } of unfinished) this.underWay.delete(id);
      this.count();
      this.set({ loaded: true, whole: await isWhole(), along: new Set(await along()) });
    } catch (e) {
      this.set({
        loaded: true,
        trouble: `This browser's local store can't be opened (${(e as Error).message}): nothing could be kept here.`,
      });
    }
  }

  /**
   * Reads what the address names, or a tree: that tree, and what measuring in its survey needs. Single trees are this
   * device's own survey.
   */
  async openAsked(tree?: string): Promise<void> {
    const asked = new URLSearchParams(location.search);
    const own = this.page.book.all('survey').filter((s) => s.body.kind === 'single-trees' && s.device === deviceName());
    for (const survey of [...own.map((s) => s.entity), ...asked.getAll('survey')]) await this.page.openSurvey(survey);
    await this.page.hold(tree === undefined ? asked.getAll('tree') : [tree]);
    this.set({ book: this.page.book, held: this.page.trees });
  }

  /** Reads the trees of all surveys here of which readings judge a person or a tool. */
  async openPaired(): Promise<void> {
    for (const survey of await along()) await this.page.openSurvey(survey);
    this.set({ book: this.page.book, held: this.page.trees });
  }

  /** Another page of this device kept or pulled something, or decided. */
  private async hear({ written, kept, decided }: News): Promise<void> {
    try {
      if (decided) {
        await this.readAll();
        return this.set({ along: new Set(await along()) });
      }
      await this.page.take(written?.filed ?? []);
      this.set({ book: this.page.book, held: this.page.trees });
      if (kept) await this.readOutbox();
      else this.set({ whole: await isWhole(), along: new Set(await along()) });
    } catch {
      // what could not be read now is read when the next thing happens, or at the next opening
    }
  }

  private async readAll(): Promise<void> {
    const entries = await unsent();
    this.outbox = new Map(entries.map((u) => [u.id, u]));
    // what could not be stored yet, or is just being stored, stands in the journal
    await this.page.readAll(journalled(), new Set(entries.flatMap((u) => (u.aside ? [u.id] : []))));
    this.set({ book: this.page.book });
    await this.readRefused();
  }

  private show(records: readonly AnyRecord[]): void {
    this.page.add(records);
    this.set({ book: this.page.book, held: this.page.trees });
  }

  private async readOutbox(): Promise<void> {
    this.outbox = new Map((await unsent()).map((u) => [u.id, u]));
    await this.readRefused();
  }

  /** Refused records as they were sent, with what waits for them; nearly always there are none. */
  private async readRefused(): Promise<void> {
    const entries = [...this.outbox.values()];
    const records = entries.some((u) => u.refused) ? await this.page.refused(entries.map((u) => u.id)) : [];
    this.set({ book: this.page.book, refused: refusedOf(entries, new Map(records.map((r) => [r.id, r]))) });
    this.count();
  }

  private count(): void {
    const aside = [...this.outbox.values()].filter((u) => u.aside).length;
    const notYet = [...this.underWay].filter((id) => !this.outbox.has(id)).length;
    this.set({ unsent: this.outbox.size - aside + notYet, storing: this.underWay.size });
  }

  private set(change: Partial<BookState>): void {
    this.state = { ...this.state, ...change };
    for (const listener of this.listeners) listener();
  }
}

export const bookStore = new BookStore();
