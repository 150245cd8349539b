import { type Estimate, UNITS_OF } from '@arbolito/core';
import { useCallback, useMemo } from 'react';
import type { SurveyResults } from '../../book/survey-results';
import { Chart, type Inks } from '../../ui/Chart';
import { Num, Sideways } from '../../ui/table';
import { inUnits, type Said, sayClass, sayEstimate, threeFigures, treesOf } from './figures';

/** So many species are told apart by their ink; the rest are one. */
const APART = 4;
const OTHERS = 'others';

interface Bars {
  readonly classes: readonly number[];
  /** Of each series its value a class, with the name it goes by. */
  readonly series: readonly { readonly name: string; readonly values: readonly number[] }[];
  readonly half: readonly (number | null)[];
  readonly means: readonly number[];
}

/** Trees by diameter class, species upon each other, each class with its ±. */
export function Diameters({ results, said }: { results: SurveyResults; said: Said }) {
  const { result, units } = results;
  const unit = UNITS_OF[units].diameter;
  const bars = useMemo(() => barsOf(result, said), [result, said]);
  const option = useCallback((inks: Inks) => chart(bars, unit, said, inks), [bars, unit, said]);
  if (bars.classes.length === 0) return null;
  const per = treesOf(said);
  const without = result.by.class.find((c) => c.key === null);
  return (
    <figure className="min-w-0">
      <h2 className="text-title font-semibold">Diameters</h2>
      <Chart name={`${per} by diameter class, ${bars.classes.length} classes`} height={280} option={option} />
      <figcaption className="text-small text-soft">
        {per} by class{said.list ? '' : ', lines are the ±'}
        {without ? `; ${without.figures.counted} without a diameter are not shown` : ''}.
      </figcaption>
      <details className="mt-1 text-plain">
        <summary className="min-h-11 content-center">The same as a table</summary>
        <Sideways name="Trees by diameter class">
          <table className="w-full text-left" data-diameters>
            <thead className="border-b border-edge text-small text-soft">
              <tr>
                <th className="py-1 font-normal">Class, {unit}</th>
                <Num head>{per}</Num>
                <Num head>±</Num>
                {bars.series.map((s) => (
                  <Num head key={s.name}>
                    {s.name}
                  </Num>
                ))}
              </tr>
            </thead>
            <tbody>
              {bars.classes.map((c, i) => {
                const own = result.by.class.find((k) => k.key === c);
                const figure = sayEstimate(own?.figures.trees, 'trees', said);
                return (
                  <tr key={c} className="border-b border-rule">
                    <td className="figure py-1">{sayClass(c)}</td>
                    <Num>{figure?.value}</Num>
                    <Num>{figure?.half ?? '–'}</Num>
                    {bars.series.map((s) => (
                      <Num key={s.name}>{threeFigures(s.values[i] ?? 0)}</Num>
                    ))}
                  </tr>
                );
              })}
            </tbody>
          </table>
        </Sideways>
      </details>
    </figure>
  );
}

function barsOf(result: SurveyResults['result'], said: Said): Bars {
  const there = new Map(result.by.class.flatMap((c) => (typeof c.key === 'number' ? [[c.key, c.figures.trees] as const] : [])));
  const classes = allBetween([...there.keys()].sort((a, b) => a - b));
  const named = result.by.species.map((s) => s.key);
  const first = named.slice(0, named.length > APART + 1 ? APART : APART + 1);
  const of = (species: readonly unknown[], c: number) =>
    result.table
      .filter((t) => t.class === c && species.includes(t.species))
      .reduce((n, t) => n + inUnits(t.figures.trees.mean, 'trees', said), 0);
  const rest = named.slice(first.length);
  const series = first.map((key) => ({ name: key === null ? 'not named' : String(key), values: classes.map((c) => of([key], c)) }));
  const halfOf = (e: Estimate | undefined) => (said.list || !e || e.halfWidth === null ? null : inUnits(e.halfWidth, 'trees', said));
  return {
    classes,
    series: rest.length === 0 ? series : [...series, { name: OTHERS, values: classes.map((c) => of(rest, c)) }],
    means: classes.map((c) => inUnits(there.get(c)?.mean ?? 0, 'trees', said)),
    half: classes.map((c) => halfOf(there.get(c))),
  };
}

/** So many classes are drawn; an odd giant far off would press all others together. */
const MOST_CLASSES = 40;
/** Classes without a tree between others are empty, not left out. */
function allBetween(names: readonly number[]): readonly number[] {
  const [first, last] = [names[0], names.at(-1)];
  const width = names.slice(1).reduce((w, n, i) => Math.min(w, n - (names[i] as number)), Number.POSITIVE_INFINITY);
  if (first === undefined || last === undefined || !Number.isFinite(width) || (last - first) / width > MOST_CLASSES) return names;
  return Array.from({ length: Math.round((last - first) / width) + 1 }, (_, i) => Number((first + i * width).toPrecision(12)));
}

/** Patterns beside the inks: species are not told apart by colour alone. */
const PATTERNS = [
  undefined,
  { symbol: 'rect', dashArrayX: [1, 0], dashArrayY: [2, 4], rotation: Math.PI / 4, color: 'rgba(255,255,255,0.45)' },
  {
    symbol: 'circle',
    dashArrayX: [
      [6, 6],
      [0, 6, 6, 0],
    ],
    dashArrayY: [6, 0],
    symbolSize: 0.5,
    color: 'rgba(255,255,255,0.55)',
  },
  { symbol: 'rect', dashArrayX: [1, 0], dashArrayY: [1, 5], rotation: -Math.PI / 4, color: 'rgba(255,255,255,0.5)' },
  { symbol: 'rect', dashArrayX: [1, 0], dashArrayY: [2, 3], rotation: 0, color: 'rgba(255,255,255,0.45)' },
];

/** Each species' name with its ink and pattern, under each other where the thick trees leave room. */
const names = ({ series, classes }: Bars, top: number, inks: Inks) =>
  series.map((s, k) => ({
    value: [classes.length - 1, top * (0.95 - 0.1 * k)],
    symbol: 'rect',
    symbolSize: [20, 13],
    itemStyle: { color: inks.apart[k] ?? inks.soft, decal: PATTERNS[k], opacity: 1 },
    label: { show: true, formatter: s.name, position: 'left', distance: 6, color: inks.ink, fontSize: 13 },
  }));

function chart(bars: Bars, unit: string, said: Said, inks: Inks) {
  const { classes, series, half, means } = bars;
  const top = niceTop(Math.max(...means.map((m, i) => m + (half[i] ?? 0)), 1e-9));
  const text = { color: inks.soft, fontSize: 14 };
  return {
    grid: { left: 52, right: 12, top: 34, bottom: 46 },
    xAxis: {
      type: 'category',
      data: classes.map((c) => String(c)),
      name: `Diameter class, ${unit}`,
      nameLocation: 'middle',
      nameGap: 28,
      nameTextStyle: text,
      axisLabel: { color: inks.soft, fontSize: 13 },
      axisLine: { lineStyle: { color: inks.ink } },
      axisTick: { show: false },
    },
    yAxis: {
      type: 'value',
      name: treesOf(said),
      min: 0,
      max: top,
      nameTextStyle: { ...text, align: 'left', padding: [0, 0, 0, -44] },
      axisLabel: { color: inks.soft, fontSize: 13 },
      splitLine: { lineStyle: { color: inks.rule } },
    },
    series: [
      ...series.map((s, i) => ({
        type: 'bar',
        name: s.name,
        stack: 'all',
        barCategoryGap: '18%',
        itemStyle: { color: inks.apart[i] ?? inks.soft, borderColor: inks.sheet, borderWidth: 0.5, decal: PATTERNS[i] },
        data: s.values,
      })),
      { type: 'scatter', silent: true, z: 6, data: names(bars, top, inks) },
      {
        type: 'custom',
        silent: true,
        z: 5,
        data: means.map((m, i) => [i, m - (half[i] ?? 0), m + (half[i] ?? 0)]),
        encode: { x: 0, y: [1, 2] },
        renderItem: (_: unknown, api: { value: (i: number) => number; coord: (p: [number, number]) => [number, number] }) => {
          const [x, from] = api.coord([api.value(0), Math.max(0, api.value(1))]);
          const [, to] = api.coord([api.value(0), api.value(2)]);
          return { type: 'line', shape: { x1: x, y1: from, x2: x, y2: to }, style: { stroke: inks.ink, lineWidth: 1.5 } };
        },
      },
    ],
  };
}

/** A round number from some value up. */
function niceTop(value: number): number {
  const size = 10 ** Math.floor(Math.log10(value));
  return ([1, 1.5, 2, 2.5, 3, 4, 5, 6, 8, 10].find((k) => k * size >= value) ?? 10) * size;
}
