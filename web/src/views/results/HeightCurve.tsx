import { type HeightCurve as Curve, fromMetres, HEIGHT_MODELS, heightOn, metres, showHeight, UNITS_OF } from '@arbolito/core';
import { useCallback, useMemo } from 'react';
import { navigate } from 'wouter/use-browser-location';
import type { SurveyResults } from '../../book/survey-results';
import { Chart, type Inks } from '../../ui/Chart';
import { Num, Sideways } from '../../ui/table';

const POINTS = 30;
/** A band of two standard deviations holds about nineteen trees of twenty. */
const BAND = 2;

/** Measured heights over diameters, the curve that gives the others theirs, and how far each tree is off it. */
export function HeightCurve({ results, survey }: { results: SurveyResults; survey: string }) {
  const { curves, measured, byCurve, next, units, dots } = results;
  const drawn = useMemo(() => drawnOf(results), [results]);
  const u = UNITS_OF[units];
  const option = useCallback((inks: Inks) => chart(drawn, u, inks), [drawn, u]);
  const all = [...curves.own, ...(curves.together?.ok ? [curves.together.value] : [])];
  if (all.length === 0)
    return (
      <section className="min-w-0">
        <h2 className="text-title font-semibold">Heights</h2>
        <p className="mt-2 text-plain text-soft">
          {curves.together && !curves.together.ok ? curves.together.reason : 'No tree has a height yet.'} Trees without a height have no
          volume until then.
        </p>
      </section>
    );
  return (
    <figure className="min-w-0">
      <h2 className="text-title font-semibold">
        {byCurve > 0 ? 'Heights, and the curve for trees without one' : 'Heights and their curve'}
      </h2>
      <Chart
        name={`Height over diameter of ${dots.length} measured trees with ${all.length} ${all.length === 1 ? 'curve' : 'curves'}, and below how far each is off`}
        height={360}
        option={option}
        onPick={(i) => drawn.dots[i] && navigate(`/measure?survey=${survey}&tree=${drawn.dots[i].id}`)}
      />
      <figcaption className="text-small text-soft">
        {measured} measured{byCurve > 0 && `, ${byCurve} by the curve`}. The band holds about nineteen trees of twenty; below, how far each
        tree is off its curve.
        {next && (
          <>
            {' '}
            Measure next{' '}
            <a className="underline decoration-edge underline-offset-4" href={`/measure?survey=${survey}&tree=${next.id}`}>
              {next.label}
            </a>
            : of all trees without a height it makes the volume surest.
          </>
        )}
      </figcaption>
      <details className="mt-1 text-plain">
        <summary className="min-h-11 content-center">The curves as a table</summary>
        <Sideways name="Height curves">
          <table className="w-full text-left" data-curves>
            <thead className="border-b border-edge text-small text-soft">
              <tr>
                <th className="py-1 font-normal">Species</th>
                <th className="font-normal">Curve</th>
                <Num head>Trees</Num>
                <Num head>Diameters, {u.diameter}</Num>
                <Num head>Trees are off by</Num>
                <Num head>Each against the others</Num>
              </tr>
            </thead>
            <tbody>
              {all.map((c) => (
                <tr key={c.species ?? ''} className="border-b border-rule">
                  <td className="py-1">{c.species ?? 'all together'}</td>
                  <td>
                    {HEIGHT_MODELS[c.fit.model].formula.replace('b +', `${fromMetres(metres(c.breastHeight), u.length)} +`)}
                    <span className="block text-small text-soft">
                      {HEIGHT_MODELS[c.fit.model].parameters
                        .map((p, i) => `${p} ${Number((c.fit.parameters[i] ?? 0).toPrecision(4))}`)
                        .join(', ')}
                      , in cm and m
                    </span>
                  </td>
                  <Num>{c.fit.n}</Num>
                  <Num>
                    {fromMetres(metres(c.from), u.diameter).toFixed(0)}–{fromMetres(metres(c.to), u.diameter).toFixed(0)}
                  </Num>
                  <Num>{showHeight(metres(c.fit.sigma), units)}</Num>
                  <Num>{showHeight(metres(c.fit.crossValidated), units)}</Num>
                </tr>
              ))}
            </tbody>
          </table>
        </Sideways>
      </details>
    </figure>
  );
}

interface Dot {
  readonly id: string;
  readonly label: string;
  readonly d: number;
  readonly h: number;
  readonly off: number;
  readonly odd: boolean;
}
interface Drawn {
  readonly dots: readonly Dot[];
  readonly curves: readonly { readonly name: string; readonly points: readonly (readonly [number, number])[] }[];
  readonly band: { readonly low: readonly (readonly [number, number])[]; readonly high: readonly (readonly [number, number])[] };
}

function drawnOf({ curves, dots, off, units }: SurveyResults): Drawn {
  const u = UNITS_OF[units];
  const [d, h] = [(m: number) => fromMetres(metres(m), u.diameter), (m: number) => fromMetres(metres(m), u.length)];
  const all = [...curves.own, ...(curves.together?.ok ? [curves.together.value] : [])];
  const odd = new Map(off.map((o) => [o.id, o]));
  const at = (c: Curve) => Array.from({ length: POINTS }, (_, i) => c.from + ((c.to - c.from) * i) / (POINTS - 1));
  const first = all[0];
  const said = first ? at(first).map((x) => ({ x, on: heightOn(first, x) })) : [];
  const shown = [...dots, ...off.filter((o) => !dots.some((p) => p.id === o.id))];
  return {
    dots: shown.map((p) => ({
      id: p.id,
      label: p.label,
      d: d(p.dbh),
      h: h(p.height),
      off: h(p.height - expectedOf(p, odd, all)),
      odd: odd.has(p.id),
    })),
    curves: all.map((c) => ({ name: c.species ?? 'all together', points: at(c).map((x) => [d(x), h(heightOn(c, x).height)] as const) })),
    band: {
      low: said.map(({ x, on }) => [d(x), h(on.height - BAND * on.sigma)] as const),
      high: said.map(({ x, on }) => [d(x), h(on.height + BAND * on.sigma)] as const),
    },
  };
}
/** What its own curve gives a tree: a dot knows its species only by the curve that is nearest named. */
function expectedOf(
  p: SurveyResults['dots'][number],
  odd: ReadonlyMap<string, { readonly expected: number }>,
  all: readonly Curve[],
): number {
  const told = odd.get(p.id)?.expected;
  if (told !== undefined) return told;
  const own = all.find((c) => c.species === p.species) ?? all.find((c) => c.species === null) ?? all[0];
  return own ? heightOn(own, p.dbh).height : p.height;
}

function chart({ dots, curves, band }: Drawn, u: { readonly diameter: string; readonly length: string }, inks: Inks) {
  const text = { color: inks.soft, fontSize: 14 };
  const label = { color: inks.soft, fontSize: 13 };
  const right = roundUp(Math.max(...dots.map((p) => p.d), ...curves.flatMap((c) => c.points.map((p) => p[0])), 1));
  const top = roundUp(Math.max(...dots.map((p) => p.h), ...band.high.map((p) => p[1]), 1));
  const most = Math.ceil(Math.max(...dots.map((p) => Math.abs(p.off)), 0.1) / 2) * 2;
  const xAxis = {
    type: 'value',
    min: 0,
    max: right,
    splitLine: { show: false },
    axisLine: { onZero: false, lineStyle: { color: inks.ink } },
  };
  const yAxis = { type: 'value', axisLabel: label, splitLine: { lineStyle: { color: inks.rule } } };
  const named = (name: string) => ({ name, nameTextStyle: { ...text, align: 'left', padding: [0, 0, 0, -38] } });
  const polygon = [...band.low, ...[...band.high].reverse()];
  const ink = (p: Dot) => ({ color: p.odd ? inks.berry : inks.slate, opacity: p.odd ? 1 : 0.55 });
  return {
    grid: [
      { left: 46, right: 104, top: 34, height: 196 },
      { left: 46, right: 104, top: 262, height: 56 },
    ],
    xAxis: [
      { ...xAxis, gridIndex: 0, axisLabel: { show: false }, axisTick: { show: false } },
      {
        ...xAxis,
        gridIndex: 1,
        name: `Diameter, ${u.diameter}`,
        nameLocation: 'middle',
        nameGap: 26,
        nameTextStyle: text,
        axisLabel: label,
      },
    ],
    yAxis: [
      { ...yAxis, gridIndex: 0, ...named(`Height, ${u.length}`), min: 0, max: top },
      { ...yAxis, gridIndex: 1, ...named(`off the curve, ${u.length}`), nameGap: 8, min: -most, max: most, interval: most },
    ],
    series: [
      // dots first: what is picked is told by its place among them
      {
        type: 'scatter',
        z: 3,
        data: dots.map((p) => ({
          value: [p.d, p.h],
          symbol: p.odd ? 'diamond' : 'circle',
          symbolSize: p.odd ? 12 : 7,
          itemStyle: ink(p),
          label: {
            show: p.odd,
            formatter: p.label,
            position: p.off > 0 ? 'top' : 'bottom',
            color: inks.berry,
            fontSize: 13,
            backgroundColor: inks.sheet,
            padding: [1, 3],
          },
        })),
      },
      {
        type: 'scatter',
        xAxisIndex: 1,
        yAxisIndex: 1,
        data: dots.map((p) => ({
          value: [p.d, p.off],
          symbol: p.odd ? 'diamond' : 'circle',
          symbolSize: p.odd ? 9 : 5,
          itemStyle: ink(p),
        })),
      },
      {
        type: 'custom',
        silent: true,
        z: 0,
        data: polygon.length > 0 ? [[0]] : [],
        renderItem: (_: unknown, api: { coord: (p: readonly [number, number]) => [number, number] }) => ({
          type: 'polygon',
          shape: { points: polygon.map((p) => api.coord(p)) },
          style: { fill: inks.slate, opacity: 0.12 },
        }),
      },
      ...curves.map((c, i) => ({
        type: 'line',
        silent: true,
        showSymbol: false,
        z: 4,
        lineStyle: { color: inks.apart[i % inks.apart.length], width: 2.2, type: LINES[i % LINES.length] },
        data: c.points,
      })),
      curveNames(curves, right, top, inks),
    ],
  };
}
const LINES = ['solid', 'dashed', 'dotted', [8, 3, 2, 3]];

/** Each curve's name in the margin beside its end, none on top of another. */
function curveNames(curves: Drawn['curves'], right: number, top: number, inks: Inks) {
  const ends = curves
    .flatMap((c, i) => {
      const end = c.points.at(-1);
      return end ? [{ name: c.name, y: end[1], i }] : [];
    })
    .sort((a, b) => b.y - a.y);
  const apart = top * 0.085;
  let last = Number.POSITIVE_INFINITY;
  return {
    type: 'scatter',
    silent: true,
    symbolSize: 0.1,
    z: 6,
    clip: false,
    data: ends.map(({ name, y, i }) => {
      last = Math.min(y, last - apart);
      return {
        value: [right, last],
        label: {
          show: true,
          formatter: name,
          position: 'right',
          distance: 4,
          color: inks.apart[i % inks.apart.length],
          fontSize: 13,
          fontWeight: 600,
        },
      };
    }),
  };
}

/** Up to the next round number of an axis. */
const roundUp = (v: number): number => {
  const step = v > 50 ? 10 : 5;
  return Math.ceil(v / step) * step;
};
