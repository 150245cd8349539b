import { TYPICAL_ERRORS } from '../kit/index';
import { FIRST_STEM } from '../reading/index';
import { formatNumber, toMetres } from '../units';
import type { Check } from './finding';

/** Stems are seldom farther from round than this. */
const OVAL = 0.1;

/** A caliper's two readings at right angles that lie far apart: an oval stem, or a slip. */
export const caliperPair: Check = ({ readings }) =>
  readings.flatMap((r) => {
    const second = r.kind === 'diameter' && r.tool === 'caliper' ? r.more?.[0] : undefined;
    if (r.kind !== 'diameter' || second === undefined) return [];
    const share = Math.abs(r.value - second) / ((r.value + second) / 2);
    // a thin stem's two readings lie apart by their errors alone
    const error = (r.sigma ?? TYPICAL_ERRORS.caliper) * Math.SQRT2;
    const apart = Math.abs(toMetres(r.value - second, r.unit));
    if (share <= OVAL || apart <= 3 * error) return [];
    const slip = Math.max(r.value, second) > 2 * Math.min(r.value, second);
    return [
      {
        code: slip ? 'caliper-slip' : 'out-of-round',
        target: 'dbh',
        stem: r.stem ?? FIRST_STEM,
        severity: slip ? 'wrong' : 'doubt',
        what: `The caliper read ${r.value} and ${second} ${r.unit}: ${formatNumber(share * 100, 0)} % apart.`,
        why: slip ? 'No stem is twice as thick one way as the other.' : 'Over 10 % a stem is oval, or one reading is off.',
        remedy: slip
          ? 'Read both again, and look at the decimal point.'
          : 'Read both again, square to the stem; if it is oval, a tape is surer.',
      },
    ];
  });
