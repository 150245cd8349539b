/** What is exchanged with the server: what is unsent alone, or what is new there too. */
export type Exchange = 'send' | 'all';

const SOON_MS = 700;

/** One exchange at a time; what is asked for meanwhile follows it, once. */
export class Exchanges {
  private running: Promise<void> | null = null;
  private wanted: Exchange | null = null;
  private waiting: ReturnType<typeof setTimeout> | null = null;

  /** @param exchange never fails */
  constructor(private readonly exchange: (what: Exchange) => Promise<void>) {}

  now(what: Exchange): Promise<void> {
    if (this.wanted !== 'all') this.wanted = what;
    this.running ??= this.run().finally(() => {
      this.running = null;
    });
    return this.running;
  }

  /** Sends in a moment: what is kept one after the other goes together, and no request is made between two keys. */
  soon(): void {
    this.waiting ??= setTimeout(() => {
      this.waiting = null;
      void this.now('send');
    }, SOON_MS);
  }

  private async run(): Promise<void> {
    for (let what = this.wanted; what; what = this.wanted) {
      this.wanted = null;
      await this.exchange(what);
    }
  }
}
