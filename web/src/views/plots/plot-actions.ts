import type { UnitSystem } from '@arbolito/core';
import type { Said } from '../../book/asked';
import { newDetermination } from '../../book/determinations';
import { FIRST, makeRecord, recordsForReading, type TreePlace } from '../../book/make-records';
import type { Stated } from '../../book/things';
import type { AnyRecord, BodyOf } from '../../contract/envelope';
import type { PlaceInput } from '../../contract/sampling';
import { bookStore } from '../../field/book-store';
import { changeThing } from '../../field/change-thing';
import { makerNow, newId } from '../../field/device';
import { savedPreferences } from '../../field/preferences';
import { addPlots, changePlot } from '../../ui/plot/change-plot';
import type { MeantTree } from './tree-form';

/** A tree that is kept on a plot. */
export interface NewTree {
  readonly survey: string;
  readonly plot: string;
  readonly tag: string;
  readonly species: string | null;
  readonly units: UnitSystem;
  readonly meant: MeantTree;
  /** The diameter as it was typed. */
  readonly typed: string;
}

const maker = () => makerNow(savedPreferences().person);
const keep = (records: readonly AnyRecord[]) => void bookStore.keep(records);

/** What is done to plots and to the trees on them: each makes records and keeps them. */
export const PLOT_ACTIONS = {
  addPlots,
  changePlot,

  addStratum(body: BodyOf<'stratum'>): void {
    keep([makeRecord(maker(), 'stratum', body) as AnyRecord]);
  },
  changeStratum({ entity }: Stated<'stratum'>, change: Partial<BodyOf<'stratum'>>): void {
    changeThing(maker(), 'stratum', entity, change);
  },

  changeSurvey({ entity }: Stated<'survey'>, change: Partial<BodyOf<'survey'>>): void {
    changeThing(maker(), 'survey', entity, change);
  },

  /** @returns the new tree's id */
  addTree({ survey, plot, tag, species, units, meant, typed }: NewTree): string {
    const tree = newId();
    const { read, place } = meant;
    bookStore.begin(tree);
    if (read === null) {
      const nowhere = { azimuth: null, distance: null, longitude: null, latitude: null };
      keep([makeRecord(maker(), 'tree', { survey, plot, tag, species, ...nowhere, place, note: null }, undefined, tree) as AnyRecord]);
      return tree;
    }
    const where: TreePlace = {
      tree,
      survey,
      tag,
      plot,
      stands: place,
      species,
      units,
      stem: FIRST,
      newVisit: false,
      determination: newDetermination('two-sights'),
    };
    keep(recordsForReading(maker(), bookStore.snapshot().book, where, read, typed, { as: 'first' }));
    return tree;
  },

  /** Where a tree stands was found anew. */
  placeTree({ entity }: Stated<'tree'>, place: PlaceInput | null): void {
    changeThing(maker(), 'tree', entity, { azimuth: null, distance: null, place });
  },

  sayOfTree({ entity }: Stated<'tree'>, change: Partial<Said>): void {
    changeThing(maker(), 'tree', entity, change);
  },
} as const;
