import { kindOf } from './define';

/** A tree of a survey. */
export const tree = kindOf({
  partOf: { survey: 'survey', plot: 'plot' },
  names: { species: 'species' },
  together: [['azimuth', 'distance', 'place', 'longitude', 'latitude', 'called']],
  byKey: ['own'],
});
