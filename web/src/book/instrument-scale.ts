import { type AngleScale, checkScaleRange, readingOf, tangentOf } from '@arbolito/core';
import type { RecordOf } from '../contract/envelope';

type KeptScale = RecordOf<'instrument'>['body']['scale'];

/** The scale of an instrument's record as the core uses it; null where none was said. */
export function angleScaleOf(s: KeptScale): AngleScale | null {
  if (!s) return null;
  if (s.kind === 'fixed') return s.distance ? { kind: 'fixed', distance: s.distance } : null;
  if (s.kind === 'dial') return s.level != null && s.grows ? { kind: 'dial', level: s.level, grows: s.grows } : null;
  return { kind: s.kind };
}

/**
 * How steep a sight up the instrument can show.
 * @returns degrees above level; null where nobody said where the scale ends, or it ends level or lower
 */
export function scaleEndOf(s: KeptScale): number | null {
  const scale = angleScaleOf(s);
  if (!scale || s?.end == null || checkScaleRange(s.end, scale)) return null;
  const degrees = readingOf(tangentOf(s.end, scale), { kind: 'degree' });
  return degrees > 0 ? degrees : null;
}
