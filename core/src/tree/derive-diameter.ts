import { basalArea, roundDiameter } from '../diameter/index';
import type { ReadingErrors } from '../kit/index';
import { type Pom, SAME_HEIGHT, showPom } from '../stem/index';
import type { ProtocolOptions } from '../survey/index';
import { type Answer, answer, type Metres, metres, noAnswer, toMetres } from '../units';
import { idOf } from './gather';
import { type ReadDiameter, readDiameter } from './read-diameter';
import { type AnyDiameter, type ToolName, toolOf } from './reading';
import type { Assumption, ComparedDiameter, DiameterResult, UpperDiameter } from './result';

interface Group {
  readonly tool: ToolName;
  readonly readings: readonly (ReadDiameter & { readonly pom: number; readonly id: string })[];
}

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
  if (!usual.ok && readings.some((r) => r.pom === undefined)) return usual;
  const groups: Group[] = [];
  for (const r of readings) {
    const read = { ...readDiameter(r, errors, assume), pom: r.pom ?? (usual.ok ? usual.value : 0), id: idOf(r) };
    const group = groups.find((g) => g.tool === toolOf(r));
    if (group) (group.readings as (typeof read)[]).push(read);
    else groups.push({ tool: toolOf(r), readings: [read] });
  }
  const above = refuseAboveFork(groups, where, protocol);
  if (above) return above;
  const means = groups.map((g) => ({ group: g, mean: meanOf(g, where) }));
  const usable = means.flatMap(({ group, mean }) => (mean.ok ? [{ group, ...mean.value }] : []));
  const best = usable.reduce<(typeof usable)[number] | null>((a, b) => (a === null || better(b, a) ? b : a), null);
  if (!best) return (means[0] as (typeof means)[number]).mean as Answer<never>;
  const value = roundDiameter(best.diameter, protocol.diameterRounding);
  if (!(value > 0)) return noAnswer('rounds-to-nothing', 'The diameter is too small for the protocol’s rounding.');
  return answer({
    value,
    unrounded: best.diameter,
    sigma: metres(Math.hypot(best.sigma, roundingError(protocol))),
    basalArea: basalArea(value),
    pom: best.pom,
    tapes: best.tapes,
    tool: best.group.tool,
    readings: best.group.readings.length,
    outOfRound:
      Math.max(...best.group.readings.map((r) => r.outOfRound ?? -1)) < 0
        ? null
        : Math.max(...best.group.readings.map((r) => r.outOfRound ?? 0)),
    compared: usable
      .filter((u) => u !== best && Math.abs(u.pom - best.pom) <= SAME_HEIGHT)
      .map(
        (u): ComparedDiameter => ({
          tool: u.group.tool,
          value: u.diameter,
          sigma: u.sigma,
          readings: u.group.readings.length,
          share: u.diameter / best.diameter - 1,
        }),
      ),
    from: best.group.readings.map((r) => r.id),
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

interface Mean {
  readonly diameter: Metres;
  readonly sigma: Metres;
  readonly pom: Metres;
  readonly tapes: readonly Metres[];
}

/** The mean of a tool's readings at one point, or of the means at the two heights of a mean above and below. */
function meanOf(group: Group, where: Answer<Pom> | null): Answer<Mean> {
  const heights: number[] = [];
  for (const { pom } of group.readings) if (!heights.some((h) => Math.abs(h - pom) <= SAME_HEIGHT)) heights.push(pom);
  heights.sort((a, b) => a - b);
  const at = heights.map((h) => {
    const own = group.readings.filter((r) => Math.abs(r.pom - h) <= SAME_HEIGHT);
    const n = own.length;
    return { diameter: own.reduce((s, r) => s + r.diameter, 0) / n, sigma: Math.sqrt(own.reduce((s, r) => s + r.sigma ** 2, 0)) / n };
  });
  const pair = where?.ok && where.value.tapes.length === 2 ? where.value : null;
  const atTapes = pair && heights.every((h) => pair.tapes.some((t) => Math.abs(t - h) < 0.02));
  if (pair && atTapes && heights.length === 1)
    return noAnswer('second-tape-missing', 'The mean above and below needs the tape at both heights: one is still to be read.');
  if (heights.length > 1 && !(pair && atTapes && heights.length === 2)) {
    return noAnswer('several-poms', 'The diameters were read at different heights on the stem: they have no common mean.');
  }
  const n = at.length;
  return answer({
    diameter: metres(at.reduce((s, a) => s + a.diameter, 0) / n),
    sigma: metres(Math.sqrt(at.reduce((s, a) => s + a.sigma ** 2, 0)) / n),
    pom: pair && n === 2 ? pair.pom : metres(heights[0] as number),
    tapes: heights.map(metres),
  });
}

function refuseAboveFork(groups: readonly Group[], where: Answer<Pom> | null, protocol: ProtocolOptions): Answer<never> | null {
  if (!where?.ok || where.value.stems === 'separate' || !where.value.trunk.fork) return null;
  const fork = where.value.trunk.fork.height;
  const high = groups.flatMap((g) => g.readings).find((r) => r.pom > fork + SAME_HEIGHT);
  if (!high) return null;
  return noAnswer(
    'pom-above-fork',
    `A diameter at ${showPom(metres(high.pom), protocol.units)} lies above the fork at ${showPom(metres(fork), protocol.units)}: it is one stem’s, not the tree’s.`,
  );
}

const better = (a: { group: Group; sigma: number }, b: { group: Group; sigma: number }) =>
  (a.group.tool === 'estimate') === (b.group.tool === 'estimate') ? a.sigma < b.sigma : b.group.tool === 'estimate';

/** A rounded figure is off by a uniform error: about zero to the nearest, to one side otherwise. */
function roundingError(protocol: ProtocolOptions): number {
  const { step, unit, of, direction } = protocol.diameterRounding;
  return toMetres(step, unit) / (of === 'circumference' ? Math.PI : 1) / Math.sqrt(direction === 'nearest' ? 12 : 3);
}

/** Diameters higher up, the mean of each height, from below upward. */
export function upperDiameters(
  readings: readonly AnyDiameter[],
  errors: ReadingErrors,
  assume: (a: Assumption) => void,
): readonly UpperDiameter[] {
  const at = new Map<number, ReadDiameter[]>();
  for (const r of readings) {
    const height = r.pom as number;
    at.set(height, [...(at.get(height) ?? []), readDiameter(r, errors, assume)]);
  }
  return [...at]
    .sort(([a], [b]) => a - b)
    .map(([height, read]) => ({
      height: metres(height),
      value: metres(read.reduce((s, r) => s + r.diameter, 0) / read.length),
      sigma: metres(Math.sqrt(read.reduce((s, r) => s + r.sigma ** 2, 0)) / read.length),
      readings: read.length,
    }));
}
