import { basalArea, oneNumber } from '../diameter/index';
import type { ReadingErrors } from '../kit/index';
import { findPom } from '../stem/index';
import type { ProtocolOptions } from '../survey/index';
import { type Answer, answer, DomainError, type Metres, metres, noAnswer } from '../units';
import { deriveDiameter, upperDiameters } from './derive-diameter';
import type { StemReadings } from './gather';
import { readDiameter } from './read-diameter';
import type { Assumption, BasalAreaResult, DiameterResult, OneNumberResult, StemResult } from './result';

/**
 * One stem: where its tape goes, its diameter there, diameters higher up.
 * @throws DomainError on a reading that can't be one, or an upper diameter without its height
 */
export function deriveStem(s: StemReadings, protocol: ProtocolOptions, errors: ReadingErrors, assume: (a: Assumption) => void): StemResult {
  if (s.uppers.some((r) => r.pom === undefined && r.at === undefined))
    throw new DomainError('no-height', 'pom', undefined, 'an upper diameter names the height it was read at, or the sighted place');
  const trunk = s.trunks.at(-1)?.trunk;
  const where = trunk ? findPom(trunk, protocol, s.diameters.length > 0 ? thicknessOf(s, errors) : null) : null;
  if (where?.ok) for (const a of where.value.assumptions) assume(a);
  const dbh = deriveDiameter(s.diameters, where, protocol, errors, assume);
  return { stem: s.id, where, dbh, uppers: upperDiameters(s.uppers, noPlaces, errors, assume), counted: dbh.ok };
}

const noPlaces = () => null;

/** The most trustworthy reading stands for the trunk's thickness; a few per cent do not move the point. */
function thicknessOf(s: StemReadings, errors: ReadingErrors): Metres {
  return s.diameters.map((r) => readDiameter(r, errors, () => {})).reduce((a, b) => (b.sigma < a.sigma ? b : a)).diameter;
}

/**
 * Which stems count under the protocol: the largest ones up to its number.
 * @returns the stems in their order, each with whether it counts
 */
export function countStems(stems: readonly StemResult[], protocol: ProtocolOptions): readonly StemResult[] {
  if (stems.length === 1) return stems;
  const read = stems.filter((s) => s.dbh.ok);
  const thickness = (s: StemResult) => (s.dbh.ok ? s.dbh.value.unrounded : 0);
  const ranked = read.toSorted((a, b) => thickness(b) - thickness(a));
  const most = protocol.forkLow.theTree === 'largest' ? 1 : (protocol.forkLow.atMost ?? ranked.length);
  const counted = new Set(ranked.slice(0, most));
  return stems.map((s) => ({ ...s, counted: counted.has(s) }));
}

/** The tree's one diameter by the protocol's rule, and what that does to basal area. */
export function treeDiameter(
  stems: readonly StemResult[],
  protocol: ProtocolOptions,
): { readonly dbh: Answer<DiameterResult>; readonly oneNumber: OneNumberResult | null } {
  const [only] = stems;
  if (only && stems.length === 1) return { dbh: only.dbh, oneNumber: null };
  const failed = stems.find((s) => !s.dbh.ok && s.dbh.code !== 'no-diameter');
  if (failed) return { dbh: failed.dbh, oneNumber: null };
  const counted = stems.filter((s) => s.counted);
  const own = counted.flatMap((s) => (s.dbh.ok ? [s.dbh.value] : []));
  const largest = own.reduce<DiameterResult | null>((a, b) => (a === null || b.unrounded > a.unrounded ? b : a), null);
  if (!largest) return { dbh: noAnswer('no-diameter', 'No diameter is read yet.'), oneNumber: null };
  if (own.length === 1) return { dbh: answer(largest), oneNumber: null };
  if (protocol.oneNumber === 'none') {
    return {
      dbh: noAnswer('stems-stand-alone', 'Several stems: under this protocol each stands alone, without a common number.'),
      oneNumber: null,
    };
  }
  const rule = protocol.oneNumber;
  const number = oneNumber(
    own.map((d) => d.value),
    rule,
  );
  const weight = (d: DiameterResult) => (rule === 'quadratic-sum' ? d.value / number.value : 1 / own.length);
  const sigma = metres(Math.sqrt(own.reduce((s, d) => s + (weight(d) * d.sigma) ** 2, 0)));
  return {
    dbh: answer({
      ...largest,
      value: number.value,
      unrounded: number.value,
      sigma,
      basalArea: number.basalArea,
      readings: own.reduce((s, d) => s + d.readings, 0),
      outOfRound: null,
      compared: [],
      from: own.flatMap((d) => d.from),
    }),
    oneNumber: { rule, sigma, stems: own.length, ...number },
  };
}

/** Basal area of the stems that count, whatever their one number is. */
export function treeBasalArea(stems: readonly StemResult[], dbh: Answer<DiameterResult>): Answer<BasalAreaResult> {
  if (stems.length === 1) {
    if (!dbh.ok) return dbh;
    const { value, sigma } = dbh.value;
    return answer({ value: dbh.value.basalArea, sigma: ((Math.PI / 2) * value * sigma) as BasalAreaResult['sigma'], stems: 1 });
  }
  const own = stems.flatMap((s) => (s.counted && s.dbh.ok ? [s.dbh.value] : []));
  if (own.length === 0 || (!dbh.ok && dbh.code !== 'stems-stand-alone'))
    return dbh.ok ? noAnswer('no-diameter', 'No diameter is read yet.') : dbh;
  const value = own.reduce((s, d) => s + basalArea(d.value), 0);
  const variance = own.reduce((s, d) => s + ((Math.PI / 2) * d.value * d.sigma) ** 2, 0);
  return answer({ value: value as BasalAreaResult['value'], sigma: Math.sqrt(variance) as BasalAreaResult['sigma'], stems: own.length });
}
