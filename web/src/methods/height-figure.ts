import {
  type Agreement,
  type ErrorPart,
  formatNumber,
  type HeightResult,
  metresPerLength,
  showHeight,
  type TreeResult,
  type UnitSystem,
} from '@arbolito/core';
import { type Figure, figure } from './figure';
import { wordsOf } from './index';
import { PART_WORDS } from './part-words';

const CASES = {
  'eye-between': 'The eye is between base and tip: the two parts add.',
  'eye-below-base': 'The base is above the eye: the lower part is taken away.',
  'eye-above-top': 'The tip is below the eye: the upper part is taken away.',
} as const;

/** Total height, how it was found and what its error is made of; of several determinations each one. */
export function heightFigure(result: TreeResult, units: UnitSystem): Figure {
  const per = metresPerLength(units);
  const unit = units === 'us' ? 'ft' : 'm';
  const n = (m: number, decimals = 2) => formatNumber(m / per, decimals);
  return figure('height', 'Height', result.height, (x) => {
    const several = x.agreement && x.agreement.determinations > 1 ? x.agreement : null;
    const apart = x.agreement?.apart ?? [];
    return {
      value: showHeight(x.value, units),
      aside: several ? `± ${n(x.sigma, 1)} of ${several.determinations}` : `± ${n(x.sigma, 1)}`,
      how: () => [
        wordsOf(x.method).formula,
        ...(result.told.called
          ? [`by eye ${showHeight(result.told.called.value, units)}: ${signed(100 * (result.told.called.share ?? 0))} %`]
          : []),
        ...(several ? [...each(result, n, unit), ...agreed(several, n, unit)] : stationLines(result, x, n, unit)),
        ...apart.map(
          (a) => `${wordsOf(a.method).name} counts from the ${words(a.reference)} and is kept apart: slope or stem are not known`,
        ),
        ...unfinished(result),
        x.stemLength === null ? '' : `along the leaning stem ${showHeight(x.stemLength, units)}`,
        `From the ground at the ${words(x.reference)} reference.`,
      ],
    };
  });
}

type Show = (m: number, decimals?: number) => string;
const words = (reference: string) => reference.replace('-', ' ');

/** Every determination by itself, and as the protocol counts it where it was counted from elsewhere. */
const each = (result: TreeResult, n: Show, unit: string): readonly string[] =>
  result.determinations.flatMap(({ method, heights: { tip } }) => {
    if (!tip.ok || !method) return [];
    const { value, sigma, reference, converted } = tip.value;
    const from = converted === null ? '' : ` from the ${words(reference)}, ${n(converted)} by this protocol`;
    return [`${wordsOf(method).name}: ${n(value)} ± ${n(sigma)} ${unit}${from}`];
  });

/** Ways that are begun and lack something. */
const unfinished = (result: TreeResult): readonly string[] =>
  result.determinations.flatMap(({ method, heights: { tip } }) =>
    method && !tip.ok && tip.code !== 'not-sighted' ? [`${wordsOf(method).name}: ${tip.reason}`] : [],
  );

function agreed({ spread, agree, best }: Agreement, n: Show, unit: string): readonly string[] {
  return [
    `spread ${n(spread)} ${unit}; ${agree ? 'they agree within their errors' : 'they differ by more than their errors: ± is widened to what they show'}`,
    best ? `${wordsOf(best.method).name} alone is surer than the mean: ${n(best.value)} ± ${n(best.sigma)} ${unit}` : '',
  ];
}

function stationLines(result: TreeResult, x: HeightResult, n: Show, unit: string): readonly string[] {
  const found = result.stations.find((s) => s.ok && s.value.station === x.station);
  const s = found?.ok ? found.value : null;
  const t = (sight: { readonly t: number } | null | undefined) => (sight ? formatNumber(sight.t, 3) : '?');
  const sights = s?.tops.tip && s.base ? `; t tip = ${t(s.tops.tip)}, t ${s.markHeight > 0 ? 'mark' : 'base'} = ${t(s.base)}` : '';
  const parts = Object.entries(x.parts ?? {}) as [ErrorPart, number][];
  return [
    s ? `D = ${n(s.distance)} ± ${n(s.distanceSigma)} ${unit} level, to the axis, by ${s.distanceBy}${sights}` : '',
    x.signCase && x.method !== 'line-shots' ? CASES[x.signCase] : '',
    parts.length > 0
      ? `± ${n(x.sigma)} ${unit} is made of: ${parts.map(([part, sigma]) => `${PART_WORDS[part]} ${n(Math.abs(sigma))}`).join(', ')} (squares add up)`
      : '',
  ];
}

const signed = (n: number) => `${n > 0 ? '+' : n < 0 ? '−' : ''}${formatNumber(Math.abs(n), 0)}`;
