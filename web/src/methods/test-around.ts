import { usualPreferences } from '../field/preferences';
import type { Around, TapeAt } from './step';

// a person, a tape and a station for the tests of the methods
export const metric = usualPreferences('metric');
export const us = usualPreferences('us');
export const tape: TapeAt = { pom: 1.3, why: null, by: 'protocol', nth: 1, of: 1 };
export const around: Around = {
  tape,
  beside: { optical: { distance: '', elevation: '' }, upperHeight: '', leanTo: 'side' },
  distance: null,
  method: 'two-sights',
  minute: 750,
};
