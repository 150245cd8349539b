import { basalArea, DIAMETER_BY_TOOL, DIAMETER_PER_READING } from '../diameter/index';
import type { ReadingErrors } from '../kit/index';
import { type Answer, answer, DomainError, type Metres, metres, noAnswer, toMetres } from '../units';
import { idOf } from './gather';
import type { DiameterReading } from './reading';
import type { DiameterResult } from './result';

/**
 * Diameter at the point of measurement: the mean of its readings, each turned into a diameter by its tool.
 * @param readings all of one stem; they must share one point of measurement
 * @param breastHeight where a reading names no point of its own, metres
 * @param errors standard errors where a reading names none
 * @throws DomainError `out-of-range`
 */
export function deriveDiameter(readings: readonly DiameterReading[], breastHeight: Metres, errors: ReadingErrors): Answer<DiameterResult> {
  const first = readings[0];
  if (!first) return noAnswer('no-diameter', 'No diameter is read yet.');
  const pom = first.pom ?? breastHeight;
  if (readings.some((r) => (r.pom ?? breastHeight) !== pom)) {
    return noAnswer('several-poms', 'The diameters were read at different heights on the stem: they have no common mean.');
  }
  let sum = 0;
  let variance = 0;
  for (const r of readings) {
    const read = toMetres(r.value, r.unit);
    if (!(read > 0)) throw new DomainError('out-of-range', 'diameter', r.value, 'it must be above 0');
    sum += DIAMETER_BY_TOOL[r.tool](read);
    variance += ((r.sigma ?? errors.diameter) * DIAMETER_PER_READING[r.tool]) ** 2;
  }
  const n = readings.length;
  const value = metres(sum / n);
  return answer({
    value,
    sigma: metres(Math.sqrt(variance) / n),
    basalArea: basalArea(value),
    pom: metres(pom),
    readings: n,
    from: readings.map(idOf),
  });
}
