import { Book } from '../contract/book';
import type { AnyRecord } from '../contract/envelope';
import { keepLocally, loadAll, unsent } from './store';
import { synchronise } from './synchronise';

export interface BookState {
  readonly book: Book;
  /** Whether the local store has been read; before that nothing can be said. */
  readonly loaded: boolean;
  readonly unsent: number;
  readonly refused: number;
  /** What keeps records from being stored here, as a sentence. */
  readonly trouble: string | null;
  /** Whether the server answered last time; null before the first try. */
  readonly reached: boolean | null;
}

const EMPTY: BookState = { book: new Book([]), loaded: false, unsent: 0, refused: 0, trouble: null, reached: null };
const PAUSE_MS = 20_000;

/** The book in memory, kept equal to the local store; one a page. */
class BookStore {
  private state = EMPTY;
  private records = new Map<string, AnyRecord>();
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

  /** Keeps new records: on disk first, then on screen, then to the server when it can be reached. */
  async keep(records: readonly AnyRecord[]): Promise<void> {
    try {
      await keepLocally(records);
    } catch (e) {
      this.set({ trouble: `This device could not keep it (${(e as Error).message}). Free some space, then enter it again.` });
      throw e;
    }
    await this.take(records);
    this.set({ trouble: null });
    this.channel?.postMessage('kept');
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
        await this.take(pulled);
        this.set({ reached: true });
        if (pulled.length > 0) this.channel?.postMessage('pulled');
      } catch {
        // no network is the usual state in the woods, not an error; the outbox keeps everything
        this.set({ reached: false });
        await this.take([]);
      }
    }
  }

  private open(): void {
    this.channel = new BroadcastChannel('arbolito.book');
    this.channel.onmessage = () => void this.load();
    void this.load().then(this.sync);
    window.addEventListener('online', this.sync);
    document.addEventListener('visibilitychange', () => document.visibilityState === 'visible' && void this.sync());
    setInterval(() => document.visibilityState === 'visible' && void this.sync(), PAUSE_MS);
  }

  private async load(): Promise<void> {
    try {
      const { records } = await loadAll();
      await this.take(records);
    } catch (e) {
      this.set({
        loaded: true,
        trouble: `This browser's local store can't be opened (${(e as Error).message}): nothing could be kept here.`,
      });
    }
  }

  private async take(records: readonly AnyRecord[]): Promise<void> {
    const fresh = records.filter((r) => !this.records.has(r.id));
    for (const record of fresh) this.records.set(record.id, record);
    const outbox = await unsent();
    this.set({
      loaded: true,
      unsent: outbox.length,
      refused: outbox.filter((u) => u.refused).length,
      ...(fresh.length > 0 || !this.state.loaded ? { book: new Book(this.records.values()) } : {}),
    });
  }

  private set(change: Partial<BookState>): void {
    this.state = { ...this.state, ...change };
    for (const listener of this.listeners) listener();
  }
}

export const bookStore = new BookStore();
