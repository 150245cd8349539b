import { localDate, NewerThing } from '../book/make-records';
import { SINGLE_TREE_SURVEYS } from '../book/single-trees';
import type { AnyRecord } from '../contract/envelope';
import { afterPaint } from './after-paint';
import { type BookState, EMPTY } from './book-state';
import { dropEarlier, whenOutdated } from './database';
import { readJson, writeJson } from './device';
import { type Exchange, Exchanges } from './exchanges';
import { enterInJournal, journalled, strikeFromJournal } from './journal';
import { type News, newsChannel } from './news';
import { Outbox } from './outbox';
import { PageBook } from './page-book';
import { type Refused, refusedOf, type Unsent } from './refused';
import { along, correctLocally, isWhole, keepLocally, leaveBehind, partlyHere, putUnsent, takeAlong } from './store';
import { Unsaved } from './unsaved';

/** What speaks with the server, fetched once the page stands; without it the page is as one without a network. */
const server = () => import('./synchronise');

const PAUSE_MS = 20_000;
const NONE: readonly AnyRecord[] = [];
/** The day on which the server's book was last taken in. */
const TAKEN_IN = 'arbolito.taken-in';

/** The part of the book that a page needs, kept equal to the local store; one a page. */
class BookStore {
  private state = EMPTY;
  private readonly page = new PageBook();
  private readonly outbox = new Outbox();
  private readonly exchanges = new Exchanges((what) => this.exchange(what));
  /** Whether this browser gives no access to its disk. */
  private unreadable = false;
  private readonly unsaved = new Unsaved();
  private readonly listeners = new Set<() => void>();
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
    this.outbox.begin(records);
    for (const { kind, id, entity } of records) if (kind === 'tree' && id === entity) this.page.begin(id);
    if (written) this.show(records);
    this.set(this.outbox.counts());
    let stored: News['written'];
    try {
      // the journal has it meanwhile; a page that can't keep one waits for nothing
      if (written) await afterPaint();
      stored = await keepLocally(records);
    } catch (e) {
      // work goes on: what could not be stored is shown, and sent as soon as the server answers
      this.unsaved.add(records);
      this.show(records);
      this.sayUnsaved((e as Error).message);
      this.exchanges.soon();
      return;
    }
    strikeFromJournal(records);
    this.show(records);
    this.outbox.stored(records);
    this.set(this.outbox.counts());
    this.tell({ written: stored, kept: true });
    await this.saveUnsaved();
    this.sayWhenSafe();
    this.exchanges.soon();
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
      await this.readCarried();
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
    await this.readCarried();
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

  /** Sends what is unsent and takes in what is new. */
  sync = (): Promise<void> => this.exchanges.now('all');

  private async exchange(what: Exchange): Promise<void> {
    try {
      if (!this.unreadable) await this.saveUnsaved();
      await this.sendUnsaved();
      if (what === 'send') await (await server()).send();
      else await this.takeIn();
      await this.readOutbox();
      this.set({ reached: true });
      const clock = (await server()).clockRecords();
      if (clock.length > 0) await this.keep(clock);
      if (this.outbox.isEmpty) await dropEarlier();
    } catch {
      // no network is the usual state in the woods, not an error; the outbox keeps everything
      this.set({ reached: false });
    }
  }

  /** Says that the disk did not take something: the journal may be lost with the browser, so it is no promise. */
  private sayUnsaved(why: string): void {
    const trouble = `This device could not save it (${why}). It is in this page only: do not close the page.`;
    this.set({ trouble, unsaved: this.unsaved.records, ...this.outbox.counts() });
  }

  /** Nothing is in this page only any more. */
  private sayWhenSafe(): void {
    if (this.unsaved.records.length === 0 && !this.unreadable) this.set({ trouble: null, unsaved: NONE, ...this.outbox.counts() });
  }

  /** Saves what the disk did not take before, where there is room by now. */
  private async saveUnsaved(): Promise<void> {
    const saved = await this.unsaved.save();
    if (!saved) return;
    this.outbox.stored(saved.records);
    this.tell({ written: saved.written, kept: true });
    this.sayWhenSafe();
  }

  /** Sends what is not on the disk, so that at least the server has it. */
  private async sendUnsaved(): Promise<void> {
    if (this.unsaved.records.length === 0) return;
    const sent = await (await server()).sendRecords(this.unsaved.records);
    const there = this.unsaved.records.filter((r) => sent.has(r.id));
    this.unsaved.remove(there);
    this.outbox.end(there);
    this.set({ unsaved: this.unsaved.records, ...this.outbox.counts() });
    this.sayWhenSafe();
  }

  private async takeIn(): Promise<void> {
    const surveys = await (await server()).synchronise(undefined, async (written, coming) => {
      this.tell({ written });
      await this.page.take(written.filed);
      this.showPage();
      if (coming) this.set({ coming: new Map(this.state.coming).set(coming.survey, coming) });
    });
    await this.readCarried();
    const takenIn = localDate(new Date());
    writeJson(TAKEN_IN, takenIn);
    this.set({ surveys, takenIn });
  }

  /** What is carried, and how much of it is here. */
  private async readCarried(): Promise<void> {
    const [carried, whole, partly] = [await along(), await isWhole(), await partlyHere()];
    this.set({ along: new Set(carried), whole, coming: new Map(partly.map((c) => [c.survey, c])) });
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
    // whoever changes what a newer program wrote is told so, wherever that was
    window.addEventListener('error', ({ error }) => error instanceof NewerThing && this.set({ trouble: error.message }));
    document.addEventListener('visibilitychange', () => document.visibilityState === 'visible' && void this.sync());
    setInterval(() => document.visibilityState === 'visible' && void this.sync(), PAUSE_MS);
  }

  /** What is opened is carried: the survey or the tree that the address names. */
  private async opened(): Promise<void> {
    // what is here is shown before the server is asked for more
    await afterPaint();
    const asked = new URLSearchParams(location.search);
    const [survey, tree] = [asked.get('survey'), asked.get('tree')];
    if (survey) await takeAlong(survey).catch(() => {});
    await this.sync();
    if (survey || !tree || this.state.book.has(tree)) return;
    try {
      const holds = await (await server()).surveyHolding(tree);
      if (holds) await this.takeAlong(holds);
    } catch {
      // without a server a tree of another device can't be looked for
    }
  }

  private async load(): Promise<void> {
    const unfinished = journalled();
    try {
      const full = unfinished.length > 0 ? await this.saveJournalled(unfinished) : null;
      await this.readAll();
      await this.openAsked();
      this.set(this.outbox.counts());
      await this.readCarried();
      this.set({ loaded: true, takenIn: readJson<string>(TAKEN_IN) });
      if (full !== null) this.sayUnsaved(full);
    } catch (e) {
      this.unreadable = true;
      this.unsaved.add(unfinished);
      this.outbox.begin(unfinished);
      this.show(unfinished);
      this.set({
        loaded: true,
        unsaved: this.unsaved.records,
        trouble: `This browser saves nothing here (${(e as Error).message}), as in a private window. It is in this page only: do not close the page.`,
      });
    }
  }

  /**
   * Saves what a page before left in the journal.
   * @returns why that failed; null where it is saved
   */
  private async saveJournalled(records: readonly AnyRecord[]): Promise<string | null> {
    try {
      await keepLocally(records);
      strikeFromJournal(records);
      return null;
    } catch (e) {
      // what is on the disk can be read all the same, unless the browser gives no access to it at all
      await along();
      this.unsaved.add(records);
      this.outbox.begin(records);
      return (e as Error).message;
    }
  }

  /**
   * Reads what the address names, or a tree: that tree, and what measuring in its survey needs. Single trees are this
   * device's own survey.
   */
  async openAsked(tree?: string): Promise<void> {
    if (tree !== undefined && this.unreadable) {
      // nothing of it can be here: it is a tree that is only begun
      this.page.begin(tree);
      return this.showPage();
    }
    const asked = new URLSearchParams(location.search);
    for (const survey of [...SINGLE_TREE_SURVEYS, ...asked.getAll('survey')]) await this.page.openSurvey(survey);
    await this.page.hold(tree === undefined ? asked.getAll('tree') : [tree]);
    this.showPage();
  }

  /** Reads the trees of all surveys here of which readings judge a person or a tool. */
  async openPaired(): Promise<void> {
    for (const survey of await along()) await this.page.openSurvey(survey);
    this.showPage();
  }

  /** Another page of this device kept or pulled something, or decided. */
  private async hear({ written, kept, decided, derived }: News): Promise<void> {
    try {
      if (derived !== undefined) {
        const before = this.page.book;
        await this.page.readToolErrors(derived);
        return this.page.book === before ? undefined : this.showPage();
      }
      if (decided) {
        await this.readAll();
        return this.readCarried();
      }
      await this.page.take(written?.filed ?? []);
      this.showPage();
      if (kept) await this.readOutbox();
      else await this.readCarried();
    } catch {
      // what could not be read now is read when the next thing happens, or at the next opening
    }
  }

  private async readAll(): Promise<void> {
    await this.outbox.read();
    // what could not be stored yet, or is just being stored, stands in the journal
    await this.page.readAll(journalled(), this.outbox.aside);
    this.set({ book: this.page.book });
    await this.readRefused();
  }

  /** What the page holds, as it is now. */
  private showPage(): void {
    this.set({ book: this.page.book, held: this.page.trees });
  }

  private show(records: readonly AnyRecord[]): void {
    this.page.add(records);
    this.showPage();
  }

  private async readOutbox(): Promise<void> {
    await this.outbox.read();
    await this.readRefused();
  }

  /** Refused records as they were sent, with what waits for them; nearly always there are none. */
  private async readRefused(): Promise<void> {
    const entries = this.outbox.all;
    const records = entries.some((u) => u.refused) ? await this.page.refused(entries.map((u) => u.id)) : [];
    const refused = refusedOf(entries, new Map(records.map((r) => [r.id, r])));
    this.set({ book: this.page.book, held: this.page.trees, refused, ...this.outbox.counts() });
  }

  private set(change: Partial<BookState>): void {
    this.state = { ...this.state, ...change };
    for (const listener of this.listeners) listener();
  }
}

export const bookStore = new BookStore();
