import { makeRecord } from '../../book/make-records';
import type { Stated } from '../../book/things';
import type { AnyRecord, BodyOf } from '../../contract/envelope';
import type { PlotState } from '../../contract/kinds/plot';
import { bookStore } from '../../field/book-store';
import { changeThing } from '../../field/change-thing';
import { makerNow } from '../../field/device';
import { savedPreferences } from '../../field/preferences';

const NOTHING_SAID = {
  stratum: null,
  longitude: null,
  latitude: null,
  slope: null,
  aspect: null,
  radius: null,
  width: null,
  length: null,
  basalAreaFactor: null,
} as const;

const maker = () => makerNow(savedPreferences().person);

/** @returns the ids of the new plots */
export function addPlots(survey: string, names: readonly string[], state: PlotState): readonly string[] {
  const records = names.map((name) => makeRecord(maker(), 'plot', { survey, name, ...NOTHING_SAID, state }));
  void bookStore.keep(records as AnyRecord[]);
  return records.map((r) => r.entity);
}

/** Keeps a new version of a plot. */
export function changePlot({ entity }: Stated<'plot'>, change: Partial<BodyOf<'plot'>>): void {
  changeThing(maker(), 'plot', entity, change);
}
