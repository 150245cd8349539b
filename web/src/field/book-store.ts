import { Book } from '../book/book';
import type { AnyRecord } from '../contract/envelope';
import { enterInJournal, journalled, strikeFromJournal } from './journal';
import { type Refused, refusedOf, type Unsent } from './refused';
import { correctLocally, isWhole, keepLocally, loadAll, putUnsent, unsent, whenOutdated } from './store';
import { synchronise } from './synchronise';

export interface BookState {
  readonly book: Book;
  /** Whether the local store has been read; before that nothing can be said. */
  readonly loaded: boolean;
  /** Whether the server's book is here to its end; until then a survey may lack trees. */
  readonly whole: boolean;
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
  book: new Book([]),
  loaded: false,
  whole: false,
  unsent: 0,
  storing: 0,
  refused: [],
  trouble: null,
  reached: null,
};
const PAUSE_MS = 20_000;

/** The book in memory, kept equal to the local store; one a page. */
class BookStore {
  private state = EMPTY;
  private records = new Map<string, AnyRecord>();
  /** On their way into the local store: not in the outbox yet, and the server does not have them either. */
  private readonly underWay = new Set<string>();
  private outbox: readonly Unsent[] = [];
  private readonly listeners = new Set<() => void>();
  private running: Promise<void> | null = null;
  private again = false;
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
    if (written) this.show(records);
    this.count();
    try {
      await keepLocally(records);
    } catch (e) {
      if (!written) for (const { id } of records) this.underWay.delete(id);
      this.count();
      const remedy = written ? 'It is in the journal and is tried again at the next opening.' : 'Free some space, then enter it again.';
      this.set({ trouble: `This device could not store it (${(e as Error).message}). ${remedy}` });
      return;
    }
    strikeFromJournal(records);
    this.show(records);
    this.set({ trouble: null });
    await this.countOutbox(records);
    this.channel?.postMessage('kept');
    void this.sync();
  }

  /** Puts a corrected record in the place of a refused one, and sends it. */
  async correct(record: AnyRecord): Promise<void> {
    await correctLocally(record);
    this.records.set(record.id, record);
    await this.decided();
  }

  /** Sends a refused record once more as it is, with what hangs on it. */
  sendAgain = ({ record, waiting }: Refused): Promise<void> => this.decide([{ id: record.id }, ...waiting.map((id) => ({ id }))]);

  /** Takes a refused record and what hangs on it out of the book and out of what is sent, and keeps them here. */
  setAside = ({ record, errors, waiting }: Refused): Promise<void> =>
    this.decide([{ id: record.id, refused: errors, aside: true }, ...waiting.map((id) => ({ id, aside: true }))]);

  private async decide(entries: readonly Unsent[]): Promise<void> {
    await putUnsent(entries);
    await this.decided();
  }

  /** What was decided may bring records into the book or take them out: it is made anew. */
  private async decided(): Promise<void> {
    await this.countOutbox();
    this.set({ book: new Book(this.inBook()) });
    this.channel?.postMessage('decided');
    void this.sync();
  }

  sync = async (): Promise<void> => {
    this.again = true;
    this.running ??= this.run().finally(() => {
      this.running = null;
    });
    return this.running;
  };

  private async run(): Promise<void> {
    while (this.again) {
      this.again = false;
      try {
        const pulled = await synchronise();
        this.show(pulled);
        await this.countOutbox();
        this.set({ reached: true, whole: true });
        if (pulled.length > 0) this.channel?.postMessage('pulled');
      } catch {
        // no network is the usual state in the woods, not an error; the outbox keeps everything
        this.set({ reached: false });
      }
    }
  }

  private open(): void {
    this.channel = new BroadcastChannel('arbolito.book');
    this.channel.onmessage = ({ data }) => void this.load(data === 'decided');
    whenOutdated(() => this.set({ trouble: 'A newer Arbolito is open in another tab: reload this page.' }));
    void this.load().then(this.sync);
    window.addEventListener('online', this.sync);
    document.addEventListener('visibilitychange', () => document.visibilityState === 'visible' && void this.sync());
    setInterval(() => document.visibilityState === 'visible' && void this.sync(), PAUSE_MS);
  }

  /** @param decided whether another page has decided over what was refused */
  private async load(decided = false): Promise<void> {
    try {
      const unfinished = journalled();
      if (unfinished.length > 0) {
        await keepLocally(unfinished);
        strikeFromJournal(unfinished);
      }
      const records = await loadAll();
      const fresh = decided || records.some((r) => !this.records.has(r.id));
      for (const record of records) this.records.set(record.id, record);
      await this.countOutbox(unfinished);
      if (fresh) this.set({ book: new Book(this.inBook()) });
      this.set({ loaded: true, whole: await isWhole() });
    } catch (e) {
      this.set({
        loaded: true,
        trouble: `This browser's local store can't be opened (${(e as Error).message}): nothing could be kept here.`,
      });
    }
  }

  private show(records: readonly AnyRecord[]): void {
    const fresh = records.filter((r) => !this.records.has(r.id));
    if (fresh.length === 0) return;
    for (const record of fresh) this.records.set(record.id, record);
    this.set({ book: new Book(this.inBook()) });
  }

  /** Every record but those a person set aside. */
  private inBook(): Iterable<AnyRecord> {
    const aside = new Set(this.outbox.flatMap((u) => (u.aside ? [u.id] : [])));
    return aside.size === 0 ? this.records.values() : [...this.records.values()].filter((r) => !aside.has(r.id));
  }

  /** Reads the outbox; `stored` are records that have reached it, if the server does not have them by now. */
  private async countOutbox(stored: readonly AnyRecord[] = []): Promise<void> {
    this.outbox = await unsent();
    for (const { id } of stored) this.underWay.delete(id);
    this.count();
  }

  private count(): void {
    const waiting = new Set([...this.outbox.flatMap((u) => (u.aside ? [] : [u.id])), ...this.underWay]);
    this.set({ unsent: waiting.size, storing: this.underWay.size, refused: refusedOf(this.outbox, this.records) });
  }

  private set(change: Partial<BookState>): void {
    this.state = { ...this.state, ...change };
    for (const listener of this.listeners) listener();
  }
}

export const bookStore = new BookStore();
