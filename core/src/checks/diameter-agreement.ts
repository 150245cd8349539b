import { TYPICAL_ERRORS } from '../kit/index';
import { type AnyDiameter, FIRST_STEM, readDiameter, type ToolName, toolOf } from '../tree/index';
import { formatNumber, type Metres, metres, showDiameter } from '../units';
import type { Check, CheckInput, Finding, PreviousDiameter } from './finding';
import { believes, slipOf, type TapeSlip, type Witness } from './tape-slip';

/** Errors that two readings may lie apart before they contradict each other. */
const TOLERANCE = 3.3;
/** Faster than this, metres of diameter a year, hardly any stem grows. */
const FASTEST_GROWTH = 0.03;
/** As fast as this many do. */
const USUAL_GROWTH = 0.012;
/** Two passes of one tape over bark, beyond its own error: metres. */
const PASS = 0.003;

const NAMES: Record<ToolName, string> = {
  estimate: 'the estimate',
  'diameter-tape': 'the tape',
  'plain-tape': 'the girth',
  caliper: 'the caliper',
  'biltmore-stick': 'the stick',
  optical: 'the optical reading',
};

/** A diameter against everything else known of it: other tools, other readings of the same tool, the last visit. */
export const diameterAgreement: Check = (input) =>
  input.result.stems.flatMap((stem): readonly Finding[] => {
    if (!stem.dbh.ok) return [];
    const d = stem.dbh.value;
    const own = diametersOf(input, stem.stem).filter((r) => Math.abs((r.pom ?? d.pom) - d.pom) < 0.02);
    const counted = own.filter((r) => toolOf(r) === d.tool);
    const last = counted.at(-1);
    if (!last) return [];
    const before = input.previous?.find((p) => (p.stem ?? FIRST_STEM) === stem.stem && Math.abs(p.pom - d.pom) < 0.02);
    const witnesses: (Witness & { readonly kind: 'visit' | 'tool' | 'pass' })[] = [
      ...(before ? [{ kind: 'visit' as const, ...sinceThen(before, d.sigma) }] : []),
      ...d.compared.map((c) => ({
        kind: 'tool' as const,
        name: NAMES[c.tool],
        ...around(c.value, Math.hypot(c.sigma, d.sigma) * TOLERANCE),
      })),
      ...passes(counted),
    ];
    for (const w of witnesses) {
      const suspect = readDiameter(last, TYPICAL_ERRORS, () => {}).diameter;
      const value = w.kind === 'pass' ? suspect : d.value;
      if (believes(w, value)) continue;
      const shown = showDiameter(value, input.protocol.units);
      const middle = showDiameter(metres((w.low + w.high) / 2), input.protocol.units);
      const slip = slipOf(last, value, w) ?? (w.kind === 'pass' ? slipOfEarlier(counted, value) : null);
      const base = { target: 'dbh' as const, stem: stem.stem, severity: 'doubt' as const };
      if (slip)
        return [
          {
            ...base,
            code: slip.code,
            what: `${shown} does not agree with ${w.name}, about ${middle}.`,
            why: slip.why,
            remedy: slip.remedy,
          },
        ];
      // an eye that is far out is what the estimate is there to show, not a blunder
      if (w.kind === 'tool' && d.compared.some((c) => c.tool === 'estimate' && NAMES.estimate === w.name)) continue;
      return [{ ...base, ...unexplained(w, value, input, before) }];
    }
    return [];
  });

/** Of two passes the first may be the one that slipped. */
function slipOfEarlier(counted: readonly AnyDiameter[], last: Metres): TapeSlip | null {
  const before = counted.at(-2);
  if (!before) return null;
  const read = readDiameter(before, TYPICAL_ERRORS, () => {});
  return slipOf(before, read.diameter, { name: 'the last reading', ...around(last, passReach(read.sigma)) });
}

const passReach = (sigma: number) => TOLERANCE * Math.hypot(sigma * Math.SQRT2, PASS);

function unexplained(
  w: Witness & { kind: string },
  value: number,
  input: CheckInput,
  before: PreviousDiameter | undefined,
): Pick<Finding, 'code' | 'what' | 'why' | 'remedy'> {
  const show = (m: number) => showDiameter(metres(m), input.protocol.units);
  if (w.kind === 'visit' && before) {
    const grown = value > before.diameter;
    const years = formatNumber(before.years, before.years < 10 ? 1 : 0);
    return {
      code: grown ? 'dbh-grew' : 'dbh-shrank',
      what: `${show(value)}; ${years} years ago it was ${show(before.diameter)}.`,
      why: grown ? 'Hardly any stem grows that fast.' : 'Stems do not shrink by that much.',
      remedy: 'Check the tag and the old point, then read once more.',
    };
  }
  return {
    code: w.kind === 'pass' ? 'passes-disagree' : 'tools-disagree',
    what: `${show(value)} against ${show((w.low + w.high) / 2)} by ${w.name}: more than their errors.`,
    why: 'A tape that is twisted, sagging or slanting reads too much; so does one over bark plates or vines.',
    remedy: 'Lay the tape flat and square to the stem, pull it tight, and read again.',
  };
}

const around = (value: number, reach: number) => ({
  low: value - reach,
  high: value + reach,
  likely: [value - reach / 2, value + reach / 2] as const,
});

function sinceThen(p: PreviousDiameter, sigma: number): Witness {
  const reach = TOLERANCE * Math.hypot(p.sigma ?? TYPICAL_ERRORS.diameter, sigma);
  return {
    name: 'the last visit',
    low: p.diameter - reach,
    high: p.diameter + reach + FASTEST_GROWTH * Math.max(0, p.years),
    likely: [p.diameter - reach / 2, p.diameter + reach / 2 + USUAL_GROWTH * Math.max(0, p.years)],
  };
}

/** The last pass of a tool against the one before. */
function passes(counted: readonly AnyDiameter[]): readonly (Witness & { kind: 'pass' })[] {
  const before = counted.at(-2);
  if (!before) return [];
  const read = readDiameter(before, TYPICAL_ERRORS, () => {});
  return [{ kind: 'pass', name: 'the reading before', ...around(read.diameter, passReach(read.sigma)) }];
}

const diametersOf = (input: CheckInput, stem: string): AnyDiameter[] =>
  input.readings.filter(
    (r): r is AnyDiameter => (r.kind === 'diameter' || r.kind === 'optical-diameter') && !r.upper && (r.stem ?? FIRST_STEM) === stem,
  );
