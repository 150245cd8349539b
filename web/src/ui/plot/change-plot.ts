import { makeRecord } from '../../book/make-records';
import type { AnyRecord, BodyOf, RecordOf } from '../../contract/envelope';
import { bookStore } from '../../field/book-store';
import { makerNow } from '../../field/device';
import { savedPreferences } from '../../field/preferences';

/** Keeps a new version of a plot. */
export function changePlot(plot: RecordOf<'plot'>, change: Partial<BodyOf<'plot'>>): void {
  void bookStore.keep([makeRecord(makerNow(savedPreferences().person), 'plot', { ...plot.body, ...change }, plot) as AnyRecord]);
}
