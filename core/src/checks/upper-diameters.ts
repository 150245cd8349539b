import { showDiameter } from '../units';
import type { Check, Finding } from './finding';

/** A stem does not grow thicker upward. */
export const upperDiameters: Check = ({ result, protocol }) =>
  result.stems.flatMap((stem): readonly Finding[] => {
    const below = stem.dbh.ok ? { height: stem.dbh.value.pom, value: stem.dbh.value.unrounded, sigma: stem.dbh.value.sigma } : null;
    const points = [...(below ? [below] : []), ...stem.uppers].toSorted((a, b) => a.height - b.height);
    return points.flatMap((p, i): readonly Finding[] => {
      const lower = points[i - 1];
      if (!lower || p.value - lower.value <= 3 * Math.hypot(p.sigma, lower.sigma)) return [];
      const finding: Finding = {
        code: 'upper-over-lower',
        target: 'dbh',
        stem: stem.stem,
        severity: 'wrong',
        what: `${showDiameter(p.value, protocol.units)} higher up, ${showDiameter(lower.value, protocol.units)} below it.`,
        why: 'A stem does not grow thicker upward.',
        remedy: 'Read the upper diameter again, and check its distance.',
      };
      return [finding];
    });
  });
