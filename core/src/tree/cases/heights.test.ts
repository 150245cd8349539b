import { describe, expect, it } from 'vitest';
import { logsByStick } from '../../height/index';
import { TYPICAL_ERRORS, temperatureFactor } from '../../kit/index';
import type { Reading } from '../../reading/index';
import { PRESETS } from '../../survey/index';
import { metres, toMetres } from '../../units';
import { deriveTree } from '../index';
import heights from './heights.json' with { type: 'json' };

/** Worked cases whose truths come from traced scenes, not from the formulas. */
interface Value {
  readonly value: number;
  readonly unit: 'm' | 'ft';
  readonly tolerance: number;
}
type Inputs = Readonly<Record<string, unknown>>;
const n = (i: Inputs, key: string) => i[key] as number;
const has = (i: Inputs, key: string) => i[key] !== undefined;
const rad = (degrees: number) => (degrees * Math.PI) / 180;
const long = (unit: 'm' | 'ft', value: number) => toMetres(value, unit);

/** Exact errors of instruments: what a case does not state has none. */
function derive(readings: readonly Reading[], tipOffset = 0, reference: 'uphill' | 'mid-slope' = 'uphill') {
  return deriveTree({
    readings,
    protocol: { ...PRESETS['forest-metric'].options, groundReference: reference },
    species: { tipOffset },
    errors: { ...TYPICAL_ERRORS, lean: 1e-9 },
    eyeHeight: metres(1.6),
  });
}

const SCALES = { degrees: 'degree', percent: 'percent', topographic66: 'topographic' } as const;
type Target = Extract<Reading, { kind: 'angle' }>['target'];

/** The readings a case describes. */
function readingsOf({ method, inputs: i }: (typeof heights)['cases'][number] & { inputs: Inputs }): Reading[] {
  const unit = (i.lengthUnit ?? 'm') as 'm' | 'ft';
  const scale = SCALES[(i.angleScale ?? 'degrees') as keyof typeof SCALES];
  const sigma = has(i, 'sigmaAngle_degrees') ? { sigma: rad(n(i, 'sigmaAngle_degrees')) } : {};
  const angle = (target: Target, value: number, own: 'degree' | 'percent' | 'topographic' = scale): Reading => ({
    kind: 'angle',
    target,
    value,
    scale: own,
    ...sigma,
  });
  const all: Reading[] = [];
  const lean = i.lean as { degrees: number; toward: 'eye'; directionAgainstShadow_degrees?: number | null } | undefined;
  if (lean)
    all.push({
      kind: 'lean',
      value: lean.degrees,
      toward: lean.toward ?? 'side',
      ...(typeof lean.directionAgainstShadow_degrees === 'number' ? { fromShadow: lean.directionAgainstShadow_degrees } : {}),
    });
  if (has(i, 'stemDiameter'))
    all.push({
      kind: 'diameter',
      tool: 'caliper',
      value: n(i, 'stemDiameter'),
      more: [n(i, 'stemDiameter')],
      unit: (i.stemDiameterUnit ?? unit) as 'm',
    });
  const distance = n(i, 'levelDistance') ?? n(i, 'horizontalDistance');
  if (distance !== undefined)
    all.push({
      kind: 'distance',
      value: distance,
      unit,
      along: 'level',
      to: i.distanceMeasuredTo === 'nearFace' ? 'bark' : 'axis',
      ...(has(i, 'sigmaDistance') ? { sigma: long(unit, n(i, 'sigmaDistance')) } : {}),
    });
  if (has(i, 'slopeDistance')) {
    all.push({
      kind: 'distance',
      value: n(i, 'slopeDistance'),
      unit,
      along: 'slope',
      to: i.distanceMeasuredTo === 'nearFace' ? 'bark' : 'axis',
    });
    all.push(angle('ground', n(i, 'slopeAngle_degrees'), 'degree'));
  }
  const mark = ['markHeightAboveGround', 'markHeightAboveReference', 'transponderHeightAboveGround', 'markToBase'].find((k) => has(i, k));
  if (mark && n(i, mark) !== 0) all.push({ kind: 'mark-height', value: n(i, mark), unit });
  const low = mark && n(i, mark) !== 0 ? 'mark' : 'base';
  const sighted: readonly (readonly [string, Target, ('degree' | undefined)?])[] = [
    ['topReading', 'tip'],
    ['baseReading', 'base'],
    ['markReading', 'mark'],
    ['poleTopReading', 'pole-top'],
    ['topElevation_degrees', 'tip', 'degree'],
    ['baseElevation_degrees', 'base', 'degree'],
    ['markElevation_degrees', 'mark', 'degree'],
    ['baseSightElevation_degrees', 'base', 'degree'],
    ['lowSightElevation_degrees', low, 'degree'],
  ];
  for (const [key, target, own] of sighted) if (has(i, key)) all.push(angle(target, n(i, key), own ?? scale));
  if (has(i, 'includedAngle_degrees')) all.push({ ...angle('tip', n(i, 'includedAngle_degrees'), 'degree'), included: true } as Reading);
  if (has(i, 'poleLength')) all.push({ kind: 'pole', value: n(i, 'poleLength'), unit });
  if (has(i, 'stickLengthAboveHand')) {
    const reach = (i.eyeToStickHorizontal ?? i.eyeToHandAlongSight) as number;
    if (has(i, 'eyeToTreeBaseAlongSight'))
      all.push({ kind: 'distance', value: n(i, 'eyeToTreeBaseAlongSight'), unit, along: 'level', to: 'axis' });
    all.push({ kind: 'stick', target: 'tip', value: n(i, 'stickLengthAboveHand'), unit, reach: long(unit, reach) });
  }
  if (has(i, 'reportedHeight'))
    all.push({ kind: 'device-height', target: 'tip', value: n(i, 'reportedHeight'), unit, setDistance: long(unit, n(i, 'setDistance')) });
  if (has(i, 'rise'))
    all.push({ kind: 'set-angle', rise: n(i, 'rise'), run: n(i, 'run'), mark: long(unit, n(i, 'levelMarkHeightAboveBase')) });
  if (has(i, 'lengthAlongStem')) all.push({ kind: 'direct-height', target: 'tip', value: n(i, 'lengthAlongStem'), unit, along: 'stem' });
  if (has(i, 'referenceShadow')) {
    all.push({ kind: 'shadow', value: n(i, 'shadowFromNearFaceAlongGround'), unit });
    const on = i.referenceStandsOn === 'sameSlope' ? { on: 'slope' as const } : {};
    all.push({ kind: 'reference-shadow', height: n(i, 'referenceHeight'), value: n(i, 'referenceShadow'), unit, ...on });
    // up away from the tree is down toward it
    if (n(i, 'groundSlopeAlongShadow_degrees') !== 0) all.push(angle('ground', -n(i, 'groundSlopeAlongShadow_degrees'), 'degree'));
  }
  if (method === 'threeParts') {
    all.push({ kind: 'from-eye', target: 'tip', value: n(i, 'aboveEye'), unit });
    all.push({ kind: 'from-eye', target: 'mark', value: -n(i, 'belowEyeToMark'), unit });
  }
  const shot = (target: 'tip' | 'base' | 'mark', value: number, elevation: number): Reading => ({
    kind: 'shot',
    target,
    value,
    unit,
    elevation,
    by: 'laser',
    to: 'axis',
    ...(has(i, 'sigmaDistance') ? { sigma: n(i, 'sigmaDistance') } : {}),
    ...(has(i, 'sigmaAngle_degrees') ? { sigmaAngle: rad(n(i, 'sigmaAngle_degrees')) } : {}),
  });
  if (has(i, 'slopeDistanceToTransponder')) all.push(shot('mark', n(i, 'slopeDistanceToTransponder'), n(i, 'transponderAngle_degrees')));
  if (method === 'transponder') {
    all.push(angle('tip', n(i, 'topAngle_degrees'), 'degree'));
    if (has(i, 'crownBaseAngle_degrees')) all.push(angle('crown-base', n(i, 'crownBaseAngle_degrees'), 'degree'));
  }
  if (has(i, 'topSlopeDistance')) {
    all.push(shot('tip', n(i, 'topSlopeDistance'), n(i, 'topAngle_degrees')));
    all.push(shot('base', n(i, 'baseSlopeDistance'), n(i, 'baseAngle_degrees')));
  }
  for (const t of (i.targets as { name: string; reading: number }[] | undefined) ?? [])
    all.push(
      angle(
        ({ total: 'tip', merchantable: 'merchantable', crownBase: 'crown-base', stump: 'stump' } as const)[t.name as 'total'],
        t.reading,
      ),
    );
  if (method.startsWith('twoStations')) {
    const [nearMark, farMark] = [n(i, 'nearMarkHeight') ?? 0, n(i, 'farMarkHeight') ?? 0];
    const from = (station: string, r: Reading): Reading => ({ ...r, station });
    const own = (key: string, alone: string) => n(i, key) ?? n(i, alone);
    const level = has(i, 'baselineHorizontal');
    all.push(
      from('A', {
        kind: 'baseline',
        far: 'B',
        value: level ? n(i, 'baselineHorizontal') : n(i, 'baselineSlopeDistance'),
        unit,
        ...(level ? {} : { elevation: n(i, 'baselineSlopeAngle_degrees') }),
      }),
      from('A', angle('tip', n(i, 'nearTop'))),
      from('A', angle(nearMark === 0 ? 'base' : 'mark', own('nearLow', 'nearBase'))),
      from('B', angle('tip', n(i, 'farTop'))),
      from('B', angle(farMark === 0 ? 'base' : 'mark', own('farLow', 'farBase'))),
      ...(nearMark === 0 ? [] : [from('A', { kind: 'mark-height', value: nearMark, unit })]),
      ...(farMark === 0 ? [] : [from('B', { kind: 'mark-height', value: farMark, unit })]),
    );
    return all.map((r) => (r.kind === 'lean' ? { ...r, station: 'A' } : r));
  }
  return all;
}

const cases = heights.cases as unknown as readonly ((typeof heights)['cases'][number] & {
  inputs: Inputs;
  expected: Value & { refused?: boolean };
  expectedStdError?: Value & { toleranceRelative: number; sigmaDistance?: number; sigmaAngle_degrees?: number };
  refusalWithReasonAccepted?: boolean;
  expectedStemLength?: Value;
  expectedHorizontalDistanceToAxis?: Value;
})[];
const SEPARATE = ['baseAndMark', 'groundReferences', 'logHeightStick', 'severalDeterminations', 'ultrasonicDistanceCorrection'];

describe('worked cases: heights', () => {
  it.each(cases.filter((c) => !SEPARATE.includes(c.method)).map((c) => [c.id, c.method, c.variant ?? '', c] as const))(
    '%s %s %s',
    (_, __, ___, c) => {
      const { height, stations } = derive(readingsOf(c));
      if (c.expected.refused) return expect(height).toMatchObject({ ok: false });
      expect(height, JSON.stringify(height)).toMatchObject({ ok: true });
      if (!height.ok) return undefined;
      const { value, unit, tolerance } = c.expected;
      expect(Math.abs(height.value.value - long(unit, value)), `${height.value.value} for ${long(unit, value)}`).toBeLessThanOrEqual(
        tolerance * 1.01,
      );
      const stem = c.expectedStemLength;
      if (stem && height.value.stemLength !== null) expect(height.value.stemLength).toBeCloseTo(long(stem.unit, stem.value), 4);
      const away = c.expectedHorizontalDistanceToAxis;
      if (away) expect(stations.some((s) => s.ok && Math.abs(s.value.distance - long(away.unit, away.value)) < 1e-5)).toBe(true);
      return undefined;
    },
  );
  it.each(
    cases
      .filter((c) => c.expectedStdError && !SEPARATE.includes(c.method) && !c.id.startsWith('transponder'))
      .map((c) => [c.id, c] as const),
  )('%s: its error is that of 400,000 draws', (_, c) => {
    const error = c.expectedStdError as NonNullable<typeof c.expectedStdError>;
    const sigma = rad(error.sigmaAngle_degrees ?? 0);
    const readings = readingsOf(c).map((r): Reading => {
      if (r.kind === 'angle') return { ...r, sigma: r.target === 'ground' ? 1e-12 : sigma };
      if (r.kind === 'distance')
        return {
          ...r,
          sigma: error.sigmaDistance ?? 0,
          ...(r.along === 'slope' ? { sigma: (error.sigmaDistance ?? 0) / Math.cos(rad(n(c.inputs, 'slopeAngle_degrees'))) } : {}),
        };
      if (r.kind === 'baseline') return { ...r, sigma: error.sigmaDistance ?? 0 };
      if (r.kind === 'shot') return { ...r, sigma: error.sigmaDistance ?? 0, sigmaAngle: sigma };
      return r;
    });
    const { height } = derive(readings);
    expect(height.ok && height.value.sigma / long(error.unit, error.value)).toBeGreaterThan(1 - error.toleranceRelative);
    expect(height.ok && height.value.sigma / long(error.unit, error.value)).toBeLessThan(1 + error.toleranceRelative);
  });
  it.each(cases.filter((c) => c.method === 'baseAndMark').map((c) => [c.id, c] as const))('%s base and mark', (_, c) => {
    const { height, determinations } = derive(readingsOf(c));
    const expected = c.expected as unknown as { fromBase: Value; fromMark: Value; contradictionSaid: boolean };
    const of = (method: string) => {
      const tip = determinations.find((d) => d.method === method)?.heights.tip;
      return tip?.ok ? tip.value.value : Number.NaN;
    };
    expect(of('two-sights')).toBeCloseTo(expected.fromBase.value, 6);
    expect(of('two-sights-to-mark')).toBeCloseTo(expected.fromMark.value, 6);
    expect(height.ok && height.value.agreement?.agree).toBe(!expected.contradictionSaid);
  });
  it.each(cases.filter((c) => c.method === 'groundReferences').map((c) => [c.id, c.variant ?? '', c] as const))(
    '%s references %s',
    (_, __, c) => {
      const i = c.inputs as Inputs & { stations: readonly Record<string, number | string>[]; protocolReference: string };
      const REFS = { midSlope: 'mid-slope', uphill: 'uphill', downhill: 'downhill' } as const;
      const ref = (name: unknown) => REFS[name as keyof typeof REFS];
      const readings: Reading[] = [
        { kind: 'trunk', trunk: { slope: n(i, 'slope_degrees'), diameter: n(i, 'stemDiameterAtGround') } },
        ...i.stations.flatMap((s): Reading[] => [
          { kind: 'distance', value: s.levelDistance as number, unit: 'm', along: 'level', to: 'axis', station: s.station as string },
          { kind: 'angle', target: 'tip', value: s.topElevation_degrees as number, scale: 'degree', station: s.station as string },
          {
            kind: 'angle',
            target: 'base',
            value: s.baseElevation_degrees as number,
            scale: 'degree',
            station: s.station as string,
            reference: ref(s.reference),
          },
        ]),
      ];
      const { height, determinations } = derive(readings, 0, ref(i.protocolReference) as 'uphill');
      expect(height.ok && height.value.value).toBeCloseTo(c.expected.value, 6);
      expect(height.ok && height.value.reference).toBe(ref(i.protocolReference));
      const each = (c as unknown as { expectedEach: { station: string; asSighted: Value; converted: Value }[] }).expectedEach;
      for (const e of each) {
        const tip = determinations.find((d) => d.station === e.station)?.heights.tip;
        expect(tip?.ok && tip.value.value).toBeCloseTo(e.asSighted.value, 6);
        expect(tip?.ok && (tip.value.converted ?? tip.value.value)).toBeCloseTo(e.converted.value, 6);
      }
    },
  );
  it.each(cases.filter((c) => c.method === 'severalDeterminations').map((c) => [c.id, c.variant ?? '', c] as const))(
    '%s several: %s',
    (_, __, c) => {
      const i = c.inputs as Inputs & { determinations: readonly Record<string, number | string>[] };
      const together = (c.variant ?? '').startsWith('oneStation');
      const zero = has(i, 'sharedZeroError_degrees') ? { sigmaZero: rad(n(i, 'sharedZeroError_degrees')) } : {};
      const readings = i.determinations.flatMap((d, k): Reading[] => {
        const station = together ? 'A' : `S${k}`;
        const sigma = rad(d.sigmaAngle_degrees as number);
        const sight = (target: Target, value: unknown): Reading => ({
          kind: 'angle',
          target,
          value: value as number,
          scale: 'degree',
          sigma,
          station,
          ...zero,
        });
        const shot = (target: 'tip' | 'base' | 'mark', value: unknown, elevation: unknown): Reading => ({
          kind: 'shot',
          target,
          value: value as number,
          unit: 'm',
          elevation: elevation as number,
          by: 'laser',
          to: 'axis',
          sigma: d.sigmaDistance as number,
          sigmaAngle: sigma,
          station,
        });
        const tape: Reading = {
          kind: 'distance',
          value: d.horizontalDistance as number,
          unit: 'm',
          along: 'level',
          to: 'axis',
          sigma: d.sigmaDistance as number,
          station,
        };
        const mark: Reading = { kind: 'mark-height', value: d.markHeightAboveGround as number, unit: 'm', station };
        const bearing: Reading[] =
          d.bearingFromTree_degrees === undefined ? [] : [{ kind: 'bearing', value: d.bearingFromTree_degrees as number, station }];
        switch (d.way) {
          case 'tangent':
            return [...bearing, tape, sight('tip', d.topElevation_degrees), sight('base', d.lowElevation_degrees)];
          case 'mark':
            return [mark, sight('mark', d.lowElevation_degrees)];
          case 'stick':
            return [
              {
                kind: 'stick',
                target: 'tip',
                value: d.stickLengthAboveHand as number,
                unit: 'm',
                reach: d.eyeToStickHorizontal as number,
                sigma: (d.sigmaStick_relative as number) * (d.stickLengthAboveHand as number),
                station,
              },
            ];
          case 'transponder':
            return [mark, shot('mark', d.slopeDistanceToTransponder, d.transponderElevation_degrees)];
          default:
            return [shot('tip', d.topSlopeDistance, d.topElevation_degrees), shot('base', d.baseSlopeDistance, d.lowElevation_degrees)];
        }
      });
      const { height } = derive(readings, n(i, 'tipOffsetSigma'));
      expect(height, JSON.stringify(height)).toMatchObject({ ok: true });
      if (!height.ok) return;
      expect(height.value.agreement?.determinations).toBe(i.determinations.length);
      const error = c.expectedStdError as NonNullable<typeof c.expectedStdError>;
      expect(Math.abs(height.value.value - c.expected.value)).toBeLessThanOrEqual(c.expected.tolerance);
      expect(height.value.sigma / error.value).toBeGreaterThan(1 - error.toleranceRelative);
      expect(height.value.sigma / error.value).toBeLessThan(1 + error.toleranceRelative);
    },
  );
  it.each(cases.filter((c) => c.method === 'logHeightStick').map((c) => [c.id, c] as const))('%s log stick', (_, c) => {
    const i = c.inputs;
    const logs = logsByStick(
      n(i, 'readingInLogs'),
      { used: toMetres(n(i, 'horizontalDistance_feet'), 'ft'), drawn: toMetres(n(i, 'designDistance_feet'), 'ft') },
      { own: toMetres(n(i, 'reach_inches'), 'in'), drawn: toMetres(n(i, 'designReach_inches'), 'in') },
    );
    expect(logs).toBeCloseTo(c.expected.value, 8);
  });
  it.each(cases.filter((c) => c.method === 'ultrasonicDistanceCorrection').map((c) => [c.id, c] as const))('%s sound', (_, c) => {
    const i = c.inputs;
    expect(n(i, 'indicatedDistance') * temperatureFactor(n(i, 'calibratedAt_celsius'), n(i, 'usedAt_celsius'))).toBeCloseTo(
      c.expected.value,
      6,
    );
  });
});
