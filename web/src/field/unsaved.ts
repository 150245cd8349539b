import type { AnyRecord } from '../contract/envelope';
import type { Written } from './filing';
import { strikeFromJournal } from './journal';
import { keepLocally } from './store';

/** What this device's disk did not take: in this page alone until the disk or the server has it. */
export class Unsaved {
  private list: readonly AnyRecord[] = [];

  get records(): readonly AnyRecord[] {
    return this.list;
  }

  add(records: readonly AnyRecord[]): void {
    const here = new Set(this.list.map((r) => r.id));
    this.list = [...this.list, ...records.filter((r) => !here.has(r.id))];
  }

  /** Takes out what is safe elsewhere. */
  remove(records: readonly AnyRecord[]): void {
    const gone = new Set(records.map((r) => r.id));
    this.list = this.list.filter((r) => !gone.has(r.id));
    strikeFromJournal(records);
  }

  /**
   * Tries to save all of it: there may be room by now.
   * @returns what was saved and where; null where there was nothing, or still no room
   */
  async save(): Promise<{ readonly records: readonly AnyRecord[]; readonly written: Written } | null> {
    const records = this.list;
    if (records.length === 0) return null;
    try {
      const written = await keepLocally(records);
      this.remove(records);
      return { records, written };
    } catch {
      return null;
    }
  }
}
