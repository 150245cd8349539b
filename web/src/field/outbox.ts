import type { AnyRecord } from '../contract/envelope';
import type { Unsent } from './refused';
import { unsent } from './store';

/** What the server does not have yet, as a page counts it. */
export class Outbox {
  private entries = new Map<string, Unsent>();
  /** On their way into the local store: not in the outbox yet, and the server does not have them either. */
  private readonly underWay = new Set<string>();

  async read(): Promise<void> {
    this.entries = new Map((await unsent()).map((u) => [u.id, u]));
  }

  get all(): readonly Unsent[] {
    return [...this.entries.values()];
  }
  /** What was set aside: no part of the book until it is taken up again. */
  get aside(): ReadonlySet<string> {
    return new Set(this.all.flatMap((u) => (u.aside ? [u.id] : [])));
  }
  get isEmpty(): boolean {
    return this.entries.size === 0;
  }

  begin(records: readonly AnyRecord[]): void {
    for (const { id } of records) this.underWay.add(id);
  }
  end(records: readonly AnyRecord[]): void {
    for (const { id } of records) this.underWay.delete(id);
  }
  stored(records: readonly AnyRecord[]): void {
    for (const { id } of records) this.entries.set(id, { id });
    this.end(records);
  }

  /** How many records the server lacks, and how many of them are on their way to this device's disk. */
  counts(): { readonly unsent: number; readonly storing: number } {
    const notYet = [...this.underWay].filter((id) => !this.entries.has(id)).length;
    return { unsent: this.entries.size - this.aside.size + notYet, storing: this.underWay.size };
  }
}
