import { TYPICAL_ERRORS } from '../kit/index';
import { type AnyDiameter, FIRST_STEM, type ToolName, toolOf } from '../reading/index';
import { type DiameterResult, readDiameter } from '../tree/index';
import { formatNumber, type Metres, metres, showDiameter } from '../units';
import { type Check, type CheckInput, type Finding, orElse, type PreviousDiameter } from './finding';
import { believes, slipsOf, type Witness } from './tape-slip';

/** Errors that two readings may lie apart before they contradict each other. */
const TOLERANCE = 3.3;
/** Within as many errors of the last visit a stem may have shrunk. */
const SHRUNK = 3;
/** The share of that a slip must come within to be named. */
const LIKELY = 0.75;
/** Faster than this, metres of diameter a year, hardly any stem grows. */
const FASTEST_GROWTH = 0.03;
/** As fast as this many do. */
const USUAL_GROWTH = 0.012;
/** Two passes of one tape over bark, beyond its own error: metres. */
const PASS = 0.001;

/** Slips of a tape that move a diameter no more than another height on the stem does. */
const MISREAD: ReadonlySet<string> = new Set(['wrong-side-of-mark', 'tape-from-one']);

const NAMES: Record<ToolName, string> = {
  estimate: 'the estimate',
  'diameter-tape': 'the tape',
  'plain-tape': 'the girth',
  caliper: 'the caliper',
  'biltmore-stick': 'the stick',
  optical: 'the optical reading',
};

/** What a diameter is held against, and the reading it comes from where there is one: that one may be the slip. */
interface Other extends Witness {
  readonly kind: 'visit' | 'tool' | 'pass';
  readonly tool: ToolName | null;
  readonly reading: AnyDiameter | null;
  readonly value: Metres;
  readonly reach: number;
}

/** A diameter against everything else known of it: other tools, other readings of the same tool, the last visit. */
export const diameterAgreement: Check = (input) =>
  input.result.stems.flatMap((stem): readonly Finding[] => {
    if (!stem.dbh.ok) return [];
    const d = stem.dbh.value;
    const read = diametersOf(input, stem.stem).filter((r) => Math.abs((r.pom ?? d.pom) - d.pom) < 0.02);
    const counted = read.filter((r) => toolOf(r) === d.tool);
    const last = counted.at(-1);
    if (!last) return [];
    const before = input.previous?.find((p) => (p.stem ?? FIRST_STEM) === stem.stem && Math.abs(p.pom - d.pom) < 0.02);
    const others: readonly Other[] = [...(before ? [sinceThen(before, d.sigma)] : []), ...otherTools(d, read), ...passes(counted)];
    for (const other of others) {
      const value = other.kind === 'pass' ? diameterOf(last) : d.value;
      if (believes(other, value)) continue;
      const mine = around(value, other.reach);
      const own = slipsOf(last, value, other);
      const [slip, ...slips] = own.length > 0 || !other.reading ? own : slipsOf(other.reading, other.value, { name: '', ...mine });
      const base = { target: 'dbh' as const, stem: stem.stem, severity: 'doubt' as const };
      if (slip) {
        const shown = [value, metres((other.low + other.high) / 2)].map((m) => showDiameter(m, input.protocol.units));
        // a point that moved, or a swapped tag, is as likely as a misread tape
        const moved = other.kind === 'visit' && MISREAD.has(slip.code) ? unexplained(other, value, input, before) : null;
        const causes = [slip.code, ...slips.map((s) => s.code), ...(moved ? [moved.code] : [])];
        const whys = [...slips.map((s) => s.why), ...(moved ? ['The tape lies at another height than then, or on another tree.'] : [])];
        return [
          {
            ...base,
            code: slip.code,
            what: `${shown[0]} does not agree with ${other.name}, about ${shown[1]}.`,
            why: orElse([slip.why, ...whys]),
            remedy: moved ? `${slip.remedy} ${moved.remedy}` : slip.remedy,
            ...(causes.length > 1 ? { causes } : {}),
          },
        ];
      }
      // an eye that is far out is what the estimate is there to show, not a blunder
      if (other.tool !== 'estimate') return [{ ...base, ...unexplained(other, value, input, before) }];
    }
    return [];
  });

const diameterOf = (r: AnyDiameter) => readDiameter(r, TYPICAL_ERRORS, () => {}).diameter;

const otherTools = (d: DiameterResult, own: readonly AnyDiameter[]): readonly Other[] =>
  d.compared.map((c) => {
    const reach = TOLERANCE * Math.hypot(c.sigma, d.sigma);
    const reading = own.findLast((r) => toolOf(r) === c.tool) ?? null;
    return { kind: 'tool', tool: c.tool, name: NAMES[c.tool], reading, value: c.value, reach, ...around(c.value, reach) };
  });

function unexplained(
  w: Other,
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
  likely: [value - LIKELY * reach, value + LIKELY * reach] as const,
});

function sinceThen(p: PreviousDiameter, sigma: number): Other {
  const reach = SHRUNK * Math.hypot(p.sigma ?? TYPICAL_ERRORS.diameter, sigma);
  const years = Math.max(0, p.years);
  return {
    kind: 'visit',
    tool: null,
    name: 'the last visit',
    reading: null,
    value: metres(p.diameter),
    reach,
    low: p.diameter - reach,
    high: p.diameter + reach + FASTEST_GROWTH * years,
    likely: [p.diameter - LIKELY * reach, p.diameter + LIKELY * reach + USUAL_GROWTH * years],
  };
}

/** The last pass of a tool against the one before. */
function passes(counted: readonly AnyDiameter[]): readonly Other[] {
  const before = counted.at(-2);
  if (!before) return [];
  const { diameter, sigma, tool } = readDiameter(before, TYPICAL_ERRORS, () => {});
  const reach = TOLERANCE * Math.hypot(sigma * Math.SQRT2, PASS);
  return [{ kind: 'pass', tool, name: 'the reading before', reading: before, value: diameter, reach, ...around(diameter, reach) }];
}

const diametersOf = (input: CheckInput, stem: string): AnyDiameter[] =>
  input.readings.filter(
    (r): r is AnyDiameter => (r.kind === 'diameter' || r.kind === 'optical-diameter') && !r.upper && (r.stem ?? FIRST_STEM) === stem,
  );
