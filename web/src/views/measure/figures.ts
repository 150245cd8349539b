import {
  type BoardResult,
  cubicMetresToCubicFeet,
  formatLength,
  formatNumber,
  fromMetres,
  LOG_RULES,
  type MerchantableRule,
  metres,
  metresPerLength,
  type ProtocolOptions,
  type Reading,
  showBasalArea,
  showDiameter,
  showHeight,
  showPom,
  showVolume,
  showVolumeSigma,
  squareMetres,
  type TreeResult,
  UNITS_OF,
  type UnitSystem,
} from '@arbolito/core';
import { type Figure, type FigureId, figure, NEEDS } from '../../methods/figure';
import { heightFigure } from '../../methods/height-figure';
import { wordsOf } from '../../methods/index';
import { TOOL_NAMES } from '../../methods/say-reading';
import { byEveryRule, byOtherRules, byRule, mainRuleOf } from '../../ui/log-rules';

/** The running result of a tree, in the units of its survey; `readings` tell what was kept of where they were taken. */
export function figuresOf(
  result: TreeResult,
  units: UnitSystem,
  readings: readonly Reading[] = [],
  protocol: Pick<ProtocolOptions, 'logRule' | 'merchantable'> = { merchantable: null },
): readonly Figure[] {
  const rule = mainRuleOf(protocol);
  const per = metresPerLength(units);
  const h = (m: number) => formatNumber(m / per, 1);
  const unit = units === 'us' ? 'ft' : 'm';
  const station = result.stations.findLast((s) => s.ok);
  return [
    heightFigure(result, units),
    figure('volume', 'Volume', result.cubic, (x) => ({
      value: showVolume(x.value, units),
      aside: `± ${showVolumeSigma(x.sigma, x.value, units)}`,
      how: () => [
        'V = form factor · basal area · height: the stem over bark, ground to tip',
        `form factor ${x.formFactor}; basal area ${result.dbh.ok ? showBasalArea(squareMetres(result.dbh.value.basalArea), units) : '?'}`,
        `${x.value.toFixed(3)} m³ = ${formatNumber(cubicMetresToCubicFeet(x.value), 1)} ft³`,
      ],
    })),
    figure('boards', 'Board feet', result.boards, (x) => ({
      value: `${byRule(x.boardFeet, rule)} ${LOG_RULES[rule].name}`,
      aside: byOtherRules(x.boardFeet, rule, 'short'),
      how: () => [
        `${x.count} logs ${x.counted === 'told' ? 'as counted in the field' : 'cut from the merchantable height, trim taken off each'}; form class ${x.formClass}, taper ${x.taperPerLog} in a log`,
        ...cutting(result, x, protocol.merchantable, units),
        ...x.logs.map(
          (l) => `log ${l.number}, ${l.length} ft, small end ${formatNumber(l.smallEnd, 1)} in: ${byEveryRule(l.boardFeet, 0)}`,
        ),
        `In all: ${byEveryRule(x.boardFeet, 1)} bd ft`,
      ],
    })),
    withReasons(diameterFigure(result, units), readings),
    figure('crown', 'Crown base', result.crownBase, (x) => ({
      value: showHeight(x.value, units),
      aside: result.height.ok ? `crown ${formatNumber(100 * (1 - x.value / result.height.value.value), 0)} %` : '',
      how: () => [
        `crown base: ${wordsOf(x.method).formula}`,
        ...(result.crown.ok ? [`crown ${h(result.crown.value.length)} ${unit} long`] : []),
      ],
    })),
    figure('station', 'Station', station ?? { ok: false, code: 'no-distance', reason: 'No distance is read yet.' }, (x) => ({
      value: showHeight(x.distance, units),
      aside: result.height.ok ? `${formatNumber(x.distance / result.height.value.value, 1)} heights` : 'level',
      how: () => [
        `eye ${showHeight(x.eyeHeight, units)}${x.eyeHeightAssumed ? ', assumed' : ''}`,
        `distance ± ${formatNumber(x.distanceSigma / per, 2)} ${unit}`,
      ],
    })),
  ];
}

/** How a merchantable height came to its logs: what is left above the stump, and how often a log with its trim goes into it. */
function cutting(result: TreeResult, x: BoardResult, rule: MerchantableRule | null, units: UnitSystem): readonly string[] {
  const { merchantable } = result;
  if (x.counted === 'told' || !merchantable.ok || !rule?.logs) return [];
  const [whole, half] = [Math.floor(x.count), x.count % 1 > 0];
  const each = showHeight(metres(rule.logs.length + rule.logs.trim), units);
  const logs = `${whole} ${whole === 1 ? 'log' : 'logs'} of ${each} with its trim${half ? ' and a half' : ''}`;
  return [`${showHeight(merchantable.value.value, units)} less the stump of ${showHeight(metres(rule.stumpHeight), units)}: ${logs}`];
}

/** One stem's diameter; of several stems how many, and what they hold together. */
function diameterFigure(result: TreeResult, units: UnitSystem): Figure {
  const read = result.stems.flatMap((s) => (s.dbh.ok ? [{ ...s, d: s.dbh.value }] : []));
  const several = read.length > 1;
  const how = () =>
    [
      ...read.flatMap(({ stem, d, counted }) => [
        `${several ? `stem ${stem}${counted ? '' : ', not counted'}: ` : ''}${d.readings === 1 ? 'one reading' : `mean of ${d.readings} readings`} ${TOOL_NAMES[d.tool]} at ${d.tapes.map((t) => showPom(t, units)).join(' and ')}: ${showDiameter(d.value, units)} ± ${showDiameter(d.sigma, units)}`,
        ...d.compared.map((c) => `${TOOL_NAMES[c.tool]}: ${showDiameter(c.value, units)}, ${signed(c.share * 100)} %`),
        Math.abs(d.unrounded - d.value) < 1e-5
          ? ''
          : `${formatLength(d.unrounded, UNITS_OF[units].diameter, 2)} before rounding: ${d.rounding.of} to ${d.rounding.step} ${d.rounding.unit}, ${d.rounding.direction}`,
        d.outOfRound === null ? '' : `out of round by ${formatNumber(d.outOfRound * 100, 1)} %`,
      ]),
      ...result.stems.flatMap((s) =>
        s.uppers.map((u) => `${showPom(u.height, units)} up: ${showDiameter(u.value, units)} ± ${showDiameter(u.sigma, units)}`),
      ),
      result.oneNumber
        ? `one number: ${RULES[result.oneNumber.rule]}, which keeps ${formatNumber(result.oneNumber.kept * 100, 0)} % of the basal area`
        : '',
      result.basalArea.ok
        ? `basal area ${showBasalArea(squareMetres(result.basalArea.value.value), units)}${several ? ` of ${result.basalArea.value.stems} stems` : ''}`
        : '',
    ].filter((line) => line !== '');
  const { dbh } = result;
  if (dbh.ok) {
    return {
      id: 'diameter',
      name: several ? 'Diameter, one number' : 'Diameter',
      value: showDiameter(dbh.value.value, units),
      aside: `± ${showDiameter(dbh.value.sigma, units).split(' ')[0]}`,
      how,
    };
  }
  if (dbh.code === 'stems-stand-alone') {
    const each = read.map(({ d }) => formatNumber(fromMetres(d.value, UNITS_OF[units].diameter), read.length > 2 ? 0 : 1)).join(' ');
    return { id: 'diameter', name: 'Diameters', value: `${read.length} stems`, aside: each, how: () => [dbh.reason, ...how()] };
  }
  return { id: 'diameter', name: 'Diameter', value: null, aside: NEEDS[dbh.code] ?? '', how: () => [dbh.reason] };
}

/** Why each tape lay where it lay, as it was kept with the reading. */
function withReasons(figure: Figure, readings: readonly Reading[]): Figure {
  const how = () => [
    ...figure.how(),
    ...new Set(readings.flatMap((r) => ((r.kind === 'diameter' || r.kind === 'optical-diameter') && r.why ? [r.why] : []))),
  ];
  return { ...figure, how };
}

const RULES = { 'quadratic-sum': 'root of the sum of squares', 'arithmetic-mean': 'mean of the stems' } as const;
const signed = (n: number) => `${n > 0 ? '+' : ''}${formatNumber(n, 1)}`;

export type { Figure, FigureId };
