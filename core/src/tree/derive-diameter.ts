import { basalArea, type DiameterRounding, roundDiameter, roundingOf } from '../diameter/index';
import type { ReadingErrors } from '../kit/index';
import type { AnyDiameter, ToolName } from '../reading/index';
import { type Pom, SAME_HEIGHT, showPom } from '../stem/index';
import type { ProtocolOptions } from '../survey/index';
import { type Answer, answer, type Metres, metres, noAnswer, toMetres } from '../units';
import { idOf } from './gather';
import { type ReadDiameter, readDiameter } from './read-diameter';
import type { Assumption, ComparedDiameter, DiameterResult, UpperDiameter } from './result';

/**
 * Diameter of one stem at its point of measurement. Readings of one tool are averaged; the tool with the smallest error
 * counts, an eye estimate only where there is nothing else, and the others are kept beside it for comparison.
 * @param readings all of one stem, without upper diameters
 * @param where the point on this trunk; null when nothing is said of the trunk
 * @param protocol breast height, and how the result is rounded
 * @param errors standard errors where a reading names none
 * @param assume is told of every figure nobody gave
 * @throws DomainError on a reading that can't be one
 */
export function deriveDiameter(
  readings: readonly AnyDiameter[],
  where: Answer<Pom> | null,
  protocol: ProtocolOptions,
  errors: ReadingErrors,
  assume: (a: Assumption) => void,
): Answer<DiameterResult> {
  if (readings.length === 0) return noAnswer('no-diameter', 'No diameter is read yet.');
  const usual = usualPom(where, protocol);
  const placed: Placed[] = [];
  for (const r of readings) {
    if (r.pom === undefined && !usual.ok) return usual;
    const pom = r.pom ?? (usual.ok ? usual.value : 0);
    const above = aboveFork(pom, where, protocol);
    if (above) return above;
    placed.push({ read: readDiameter(r, errors, assume), pom, id: idOf(r) });
  }
  // most stems have one reading: what there is to average and compare for the others costs nothing here
  const only = placed.length === 1 && (where === null || (where.ok && where.value.tapes.length === 1)) ? placed[0] : undefined;
  return only ? finish(oneReading(only), [], protocol) : severalReadings(placed, where, protocol);
}

interface Placed {
  readonly read: ReadDiameter;
  readonly pom: number;
  readonly id: string;
}

/** What the readings of one tool come to. */
interface Mean {
  readonly tool: ToolName;
  readonly diameter: Metres;
  readonly sigma: Metres;
  readonly pom: Metres;
  readonly tapes: readonly Metres[];
  readonly readings: number;
  readonly outOfRound: number | null;
  readonly from: readonly string[];
}

const oneReading = ({ read, pom, id }: Placed): Mean => ({
  tool: read.tool,
  diameter: read.diameter,
  sigma: read.sigma,
  pom: metres(pom),
  tapes: [metres(pom)],
  readings: 1,
  outOfRound: read.outOfRound,
  from: [id],
});

function severalReadings(placed: readonly Placed[], where: Answer<Pom> | null, protocol: ProtocolOptions): Answer<DiameterResult> {
  const byTool = new Map<ToolName, Placed[]>();
  for (const p of placed) {
    const own = byTool.get(p.read.tool);
    if (own) own.push(p);
    else byTool.set(p.read.tool, [p]);
  }
  let best: Mean | null = null;
  let refusal: Answer<never> | null = null;
  const means: Mean[] = [];
  for (const [tool, own] of byTool) {
    const mean = meanOf(tool, own, where);
    if (!mean.ok) refusal ??= mean;
    else {
      means.push(mean.value);
      if (best === null || better(mean.value, best)) best = mean.value;
    }
  }
  if (!best) return refusal as Answer<never>;
  return finish(best, means, protocol);
}

function finish(best: Mean, means: readonly Mean[], protocol: ProtocolOptions): Answer<DiameterResult> {
  const rounding = roundingOf(protocol.diameterRounding, best.tool === 'plain-tape');
  const value = roundDiameter(best.diameter, rounding);
  if (!(value > 0)) return noAnswer('rounds-to-nothing', 'The diameter is too small for the protocol’s rounding.');
  const compared: ComparedDiameter[] = [];
  for (const m of means) {
    if (m === best || Math.abs(m.pom - best.pom) > SAME_HEIGHT) continue;
    compared.push({ tool: m.tool, value: m.diameter, sigma: m.sigma, readings: m.readings, share: m.diameter / best.diameter - 1 });
  }
  return answer({
    value,
    unrounded: best.diameter,
    sigma: metres(Math.hypot(best.sigma, roundingError(rounding))),
    sigmaUnrounded: best.sigma,
    rounding,
    basalArea: basalArea(value),
    pom: best.pom,
    tapes: best.tapes,
    tool: best.tool,
    readings: best.readings,
    outOfRound: best.outOfRound,
    compared,
    from: best.from,
  });
}

/** Where a reading that names no height was taken. */
function usualPom(where: Answer<Pom> | null, protocol: ProtocolOptions): Answer<number> {
  if (where === null) return answer(protocol.breastHeight);
  if (!where.ok) return where;
  const { tapes } = where.value;
  const heights = tapes.map((t) => showPom(t, protocol.units)).join(' and ');
  return tapes.length === 1
    ? answer(tapes[0] as number)
    : noAnswer('pom-needed', `The tape goes to ${heights}: say of each reading where it was taken.`);
}

/** The mean of a tool's readings at one point, or of the means at the two heights of a mean above and below. */
function meanOf(tool: ToolName, own: readonly Placed[], where: Answer<Pom> | null): Answer<Mean> {
  const heights: number[] = [];
  for (const { pom } of own) if (!heights.some((h) => Math.abs(h - pom) <= SAME_HEIGHT)) heights.push(pom);
  heights.sort((a, b) => a - b);
  const pair = where?.ok && where.value.tapes.length === 2 ? where.value : null;
  const atTapes = pair !== null && heights.every((h) => pair.tapes.some((t) => Math.abs(t - h) < 0.02));
  if (atTapes && heights.length === 1) {
    return noAnswer('second-tape-missing', 'The mean above and below needs the tape at both heights: one is still to be read.');
  }
  if (heights.length > 1 && !(atTapes && heights.length === 2)) {
    return noAnswer('several-poms', 'The diameters were read at different heights on the stem: they have no common mean.');
  }
  let diameter = 0;
  let variance = 0;
  for (const h of heights) {
    const here = meanRead(own.filter((p) => Math.abs(p.pom - h) <= SAME_HEIGHT).map((p) => p.read));
    diameter += here.diameter;
    variance += here.sigma ** 2;
  }
  const rounds = own.flatMap((p) => p.read.outOfRound ?? []);
  return answer({
    tool,
    diameter: metres(diameter / heights.length),
    sigma: metres(Math.sqrt(variance) / heights.length),
    pom: pair && heights.length === 2 ? pair.pom : metres(heights[0] as number),
    tapes: heights.map(metres),
    readings: own.length,
    outOfRound: rounds.length > 0 ? Math.max(...rounds) : null,
    from: own.map((p) => p.id),
  });
}

function aboveFork(pom: number, where: Answer<Pom> | null, protocol: ProtocolOptions): Answer<never> | null {
  if (!where?.ok || where.value.stems === 'separate' || !where.value.trunk.fork) return null;
  const fork = where.value.trunk.fork.height;
  if (pom <= fork + SAME_HEIGHT) return null;
  return noAnswer(
    'pom-above-fork',
    `A diameter at ${showPom(metres(pom), protocol.units)} lies above the fork at ${showPom(metres(fork), protocol.units)}: it is one stem’s, not the tree’s.`,
  );
}

/** The smaller error; an eye estimate only where there is nothing else. */
const better = (a: Mean, b: Mean) => ((a.tool === 'estimate') === (b.tool === 'estimate') ? a.sigma < b.sigma : b.tool === 'estimate');

/** A rounded figure is off by a uniform error: about zero to the nearest, to one side otherwise. */
function roundingError({ step, unit, of, direction }: DiameterRounding): number {
  return toMetres(step, unit) / (of === 'circumference' ? Math.PI : 1) / Math.sqrt(direction === 'nearest' ? 12 : 3);
}

/** Readings of one place: their mean, and its error. */
function meanRead(read: readonly ReadDiameter[]): { readonly diameter: Metres; readonly sigma: Metres } {
  const n = read.length;
  return {
    diameter: metres(read.reduce((s, r) => s + r.diameter, 0) / n),
    sigma: metres(Math.sqrt(read.reduce((s, r) => s + r.sigma ** 2, 0)) / n),
  };
}

/**
 * Diameters higher up, the mean of each height, from below upward.
 * @param heightOf the height of a sighted place by its name, metres; null where it is not known, and the diameter waits
 */
export function upperDiameters(
  readings: readonly AnyDiameter[],
  heightOf: (place: string) => number | null,
  errors: ReadingErrors,
  assume: (a: Assumption) => void,
): readonly UpperDiameter[] {
  if (readings.length === 0) return NONE;
  const at = new Map<number, ReadDiameter[]>();
  for (const r of readings) {
    const height = r.pom ?? heightOf(r.at as string);
    if (height === null) continue;
    at.set(height, [...(at.get(height) ?? []), readDiameter(r, errors, assume)]);
  }
  return [...at]
    .sort(([a], [b]) => a - b)
    .map(([height, read]) => {
      const { diameter, sigma } = meanRead(read);
      return { height: metres(height), value: diameter, sigma, readings: read.length };
    });
}

const NONE: readonly UpperDiameter[] = Object.freeze([]);
