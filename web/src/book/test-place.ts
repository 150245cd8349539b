import { v7 } from 'uuid';
import { newDetermination } from './determinations';
import { FIRST, type TreePlace } from './make-records';

/** A single tree of which nothing is in the book yet. */
export const singleTree = (): TreePlace => ({
  tree: v7(),
  survey: null,
  tag: '1',
  plot: null,
  species: null,
  units: 'metric',
  stem: FIRST,
  newVisit: false,
  determination: newDetermination('two-sights'),
});
