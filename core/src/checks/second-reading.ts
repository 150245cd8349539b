import { FIRST_STEM } from '../reading/index';
import { sampleNumberOf } from '../survey/index';
import type { Check } from './finding';

/** One tree in so many is asked for a second reading. */
const EVERY = 12;

/**
 * Some blunders no single reading can show: a tape begun at its 1, one read from the wrong side of a mark, a caliper off
 * its zero. Now and then, for trees picked by their own id, a second reading is asked for where nothing else vouches.
 */
export const secondReading: Check = ({ tree, result, previous }) => {
  if (tree === undefined || sampleNumberOf(tree) % EVERY !== 0) return [];
  return result.stems.slice(0, 1).flatMap((s) => {
    if (!s.dbh.ok || s.dbh.value.readings > 1 || s.dbh.value.compared.length > 0) return [];
    if (previous?.some((p) => (p.stem ?? FIRST_STEM) === s.stem)) return [];
    return [
      {
        code: 'second-reading',
        target: 'dbh',
        stem: s.stem,
        severity: 'advice',
        what: 'One tree in a dozen is read twice.',
        why: 'A tape begun at 1, or read from the wrong side of a mark, shows in no other way.',
        remedy: 'Take the tape off, lay it again, and read it once more.',
      },
    ];
  });
};
