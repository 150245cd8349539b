import { type ReadingErrors, TYPICAL_ERRORS } from '../kit/index';
import type { CrownSpreadReading, Reading, TopTarget } from '../reading/index';
import type { Trunk } from '../stem/index';
import type { GroundReference, ProtocolOptions } from '../survey/index';
import { type Answer, answer, type Metres, metres, noAnswer, squareMetres, toMetres } from '../units';
import { upperDiameters } from './derive-diameter';
import type { Thickness } from './derive-distance';
import { deriveHeights } from './derive-heights';
import { deriveStation } from './derive-station';
import { countStems, deriveStem, treeBasalArea, treeDiameter } from './derive-stems';
import { toldOf } from './derive-told';
import { deriveBoards, deriveCubic, logsRead } from './derive-volume';
import { type Gathered, gather, idOf } from './gather';
import type {
  Assumption,
  BasalAreaResult,
  CrownResult,
  CrownSpreadResult,
  DiameterResult,
  HeightResult,
  StationResult,
  StemResult,
  TreeResult,
} from './result';
import { type Setup, setUp } from './setup';
import { type SpeciesFigures, TIP_OFFSET } from './species';

export interface TreeInput {
  readonly readings: readonly Reading[];
  readonly protocol: ProtocolOptions;
  readonly species?: SpeciesFigures;
  /** Eye height of the person above the ground; assumed, and said so, when left out. */
  readonly eyeHeight?: Metres;
  readonly errors?: ReadingErrors;
}

/**
 * Everything that follows from one tree's readings: a pure function of them, the protocol and the species' figures.
 * Several stations are several determinations of its heights: each is kept, their weighted mean counts.
 * @param input readings as read, in the order taken
 * @returns diameter, heights, volumes with errors; what can't be derived says why; what was assumed is listed
 * @throws DomainError on a reading that can't be one (a diameter of 0, degrees of 90)
 */
export function deriveTree(input: TreeInput): TreeResult {
  const { protocol, species = {}, errors = TYPICAL_ERRORS } = input;
  const assumptions: Assumption[] = [];
  const assume = (a: Assumption) => {
    if (!assumptions.some((b) => b.code === a.code)) assumptions.push(a);
  };
  const all = gather(input.readings);
  const read: StemResult[] = [];
  for (const s of all.stems) read.push(deriveStem(s, protocol, errors, assume));
  const stems = countStems(read, protocol);
  const { dbh, oneNumber } = treeDiameter(stems, protocol);
  const basalArea = treeBasalArea(stems, dbh);
  const thickness = thickest(stems);
  const eyeHeight = input.eyeHeight ?? null;
  const setups: Setup[] = [];
  const stations: Answer<StationResult>[] = [];
  for (const s of all.stations) {
    const u = setUp(s, all.stations, thickness, errors);
    setups.push(u);
    stations.push(deriveStation(u, eyeHeight));
  }
  const tipOffset = species.tipOffset ?? TIP_OFFSET[species.crown ?? 'broad'];
  let trunk: Trunk | null = null;
  for (const s of all.stems) trunk = s.trunks.at(-1)?.trunk ?? trunk;
  const heights = deriveHeights({
    all,
    setups,
    thickness,
    diameter: thickness?.value ?? null,
    eyeHeight,
    errors,
    tipOffset,
    trunk,
    protocol,
    assume,
  });
  const { tip: height, 'crown-base': crownBase, stump } = heights.combined;
  if (height.ok && species.tipOffset === undefined && species.crown === undefined) assume(CROWN);
  const placed = withSightedUppers(stems, all, heights, errors, assume);
  const merchantable = merchantableHeight(heights.combined.merchantable, all, protocol.groundReference);
  const cubic = deriveCubic(basalArea, height, species, assume);
  const logs = logsRead(all, stations, protocol, assume);
  const boards = deriveBoards(oneStem(dbh, basalArea), merchantable, logs, protocol, species, assume);
  return {
    dbh,
    stems: placed,
    oneNumber,
    basalArea,
    stations,
    determinations: heights.determinations,
    height,
    crownBase,
    merchantable,
    stump,
    points: heights.points,
    crown: crownOf(height, crownBase),
    crownSpread: all.crownSpread ? spreadOf(all.crownSpread) : null,
    told: toldOf(all, height),
    cubic,
    logs,
    boards,
    assumptions,
  };
}

/** Upper diameters at sighted places take their height from the sights; one whose place is not sighted waits, and is said. */
function withSightedUppers(
  stems: readonly StemResult[],
  all: Gathered,
  heights: ReturnType<typeof deriveHeights>,
  errors: ReadingErrors,
  assume: (a: Assumption) => void,
): readonly StemResult[] {
  if (!all.stems.some((s) => s.uppers.some((r) => r.at !== undefined))) return stems;
  const heightOf = (place: string): number | null => {
    const named = heights.points.find((p) => p.name === place)?.height ?? heights.combined[place as TopTarget];
    if (named?.ok) return named.value.value;
    assume({ code: 'place-not-sighted', text: `A diameter at “${place}” waits: that place is not sighted yet.` });
    return null;
  };
  return stems.map((s, i) => ({ ...s, uppers: upperDiameters(all.stems[i]?.uppers ?? [], heightOf, errors, assume) }));
}

/** A distance that ended at the bark ended at the thickest stem. */
function thickest(stems: readonly StemResult[]): Thickness | null {
  let d: Thickness | null = null;
  for (const { dbh } of stems)
    if (dbh.ok && dbh.value.unrounded > (d?.value ?? 0)) d = { value: dbh.value.unrounded, sigma: dbh.value.sigmaUnrounded };
  return d;
}

/** Logs are cut from one stem: a number for several is no stem. */
function oneStem(dbh: Answer<DiameterResult>, basalArea: Answer<BasalAreaResult>): Answer<DiameterResult> {
  return dbh.ok && basalArea.ok && basalArea.value.stems > 1 ? noAnswer('stems-stand-alone', 'Several stems.') : dbh;
}

/** Crown spread from two axes. @source mean of both; area of the ellipse they make */
function spreadOf(read: CrownSpreadReading): CrownSpreadResult {
  const [first, second] = [toMetres(read.first, read.unit), toMetres(read.second, read.unit)];
  return { mean: metres((first + second) / 2), first, second, area: squareMetres((Math.PI / 4) * first * second) };
}

/** Crown length and live crown ratio. */
function crownOf(height: Answer<HeightResult>, crownBase: Answer<HeightResult>): Answer<CrownResult> {
  if (!height.ok) return height;
  if (!crownBase.ok) return crownBase;
  const length = height.value.value - crownBase.value.value;
  if (!(length > 0)) return noAnswer('crown-base-over-total', 'The crown base is not below the tip.');
  return answer({ length: metres(length), ratio: length / height.value.value });
}

/** A sighted merchantable top counts before a length that was typed in. */
function merchantableHeight(sighted: Answer<HeightResult>, all: Gathered, reference: GroundReference): Answer<HeightResult> {
  const told = all.merchantableHeights.at(-1);
  if (sighted.ok || !told) return sighted;
  const value = toMetres(told.value, told.unit);
  if (!(value > 0)) return noAnswer('out-of-range', 'A merchantable height must be above 0.');
  return answer({
    value,
    // an eye estimate of a height is no better than one part in ten
    sigma: metres(told.sigma ?? value * 0.1),
    method: 'told',
    station: null,
    reference,
    converted: null,
    signCase: null,
    parts: null,
    dominant: null,
    stemLength: null,
    agreement: null,
    from: [idOf(told)],
  });
}

const CROWN: Assumption = { code: 'tip-offset', text: `Tip within ${TIP_OFFSET.broad} m of plumb: the crown's form is not known.` };
