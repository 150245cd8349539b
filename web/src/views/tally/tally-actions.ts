import type { LineBody } from '../../book/called-line';
import { makeRecord, retractionOf, strikeOutOf } from '../../book/make-records';
import type { Thing } from '../../book/things';
import type { AnyRecord, BodyOf, RecordOf } from '../../contract/envelope';
import { afterPaint } from '../../field/after-paint';
import { bookStore } from '../../field/book-store';
import { makerNow } from '../../field/device';
import { hands } from '../../field/hands';
import { workedOn } from '../../field/plot-time';
import { savedPreferences } from '../../field/preferences';
import { signal } from '../../ui/signals';

const maker = () => makerNow(savedPreferences().person);
/** Told once it is on this device's disk. */
const keep = (records: readonly AnyRecord[]): Promise<void> => bookStore.keep(records).then(() => signal('kept', hands()));

/** Its time goes on; that nobody waits for. */
const workedHere = (plot: string, now = Date.now()): void => void afterPaint().then(() => workedOn(plot, now));

/** Where a called tree belongs. */
export interface CalledIn {
  readonly survey: string;
  readonly plot: string | null;
}

/** A tree's record as a line makes it. */
export const treeOfLine = (
  { survey, plot }: CalledIn,
  tag: string,
  line: Pick<LineBody, 'species' | 'called' | 'note'> & Partial<LineBody>,
): BodyOf<'tree'> => ({
  survey,
  plot,
  tag,
  azimuth: null,
  distance: null,
  longitude: null,
  latitude: null,
  ...line,
});

/** What is done in a tally: each makes records and keeps them. */
export const TALLY_ACTIONS = {
  /** @returns the record of the new tree */
  call(body: BodyOf<'tree'>): RecordOf<'tree'> {
    const record = makeRecord(maker(), 'tree', body);
    void keep([record as AnyRecord]);
    if (body.plot) workedHere(body.plot);
    return record;
  },

  /** @returns the new version */
  change(tree: Thing<'tree'>, body: BodyOf<'tree'>): RecordOf<'tree'> {
    const record = makeRecord(maker(), 'tree', body, tree);
    void keep([record as AnyRecord]);
    if (body.plot) workedHere(body.plot);
    return record;
  },

  /** Takes one version back: of a tree that was only just called nothing is left, of a correction what it replaced. */
  takeBack(version: string): void {
    void keep([retractionOf(maker(), version, 'taken back') as AnyRecord]);
  },

  /**
   * Strikes a tree out, once all of it is here: what comes from others meanwhile keeps it.
   * @returns the id of the strike-out
   */
  async strikeOut(tree: string, reason: string): Promise<string> {
    await bookStore.openAsked(tree);
    const record = strikeOutOf(maker(), bookStore.snapshot().book, tree, reason);
    void keep([record as AnyRecord]);
    return record.id;
  },
  bringBack(strike: string): void {
    void keep([retractionOf(maker(), strike, 'brought back') as AnyRecord]);
  },
} as const;
