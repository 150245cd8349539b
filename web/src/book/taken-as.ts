import type { RecordOf } from '../contract/envelope';
import { sameValue } from '../contract/same';
import type { Thing } from './things';
import { parentIdsOf } from './versions';

/**
 * The version by which a reading was taken: its person and its time are those of the value in use. Who chooses between two
 * people's readings took neither, so a choice leads to the version that was chosen.
 */
export function takenAs({ latest, history, body, conflicts }: Thing<'reading'>): RecordOf<'reading'> {
  if (history.length === 1) return latest;
  const says = (v: RecordOf<'reading'>) => sameValue(v.body, body);
  let by = conflicts[0]?.sides[0]?.by ?? (says(latest) ? latest : (history.findLast(says) ?? latest));
  while (by.alsoSupersedes) {
    const replaced = new Set(parentIdsOf(by));
    const chosen = history.findLast((v) => replaced.has(v.id) && says(v));
    if (!chosen) break;
    by = chosen;
  }
  return by;
}
