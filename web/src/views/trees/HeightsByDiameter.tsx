import { fromMetres, metres, UNITS_OF, type UnitSystem } from '@arbolito/core';
import { useCallback, useMemo } from 'react';
import { navigate } from 'wouter/use-browser-location';
import { isDoubtful, type TreeRow } from '../../book/tree-row';
import { Chart, type Inks } from '../../ui/Chart';

/** Heights over diameters with their errors: the tree that does not belong stands out. A click opens a tree. */
export default function HeightsByDiameter({ rows, survey, units }: { rows: readonly TreeRow[]; survey: string; units: UnitSystem }) {
  const u = UNITS_OF[units];
  const dots = useMemo(
    () =>
      rows.flatMap((row) => {
        const { dbh, height, sigma } = row;
        if (dbh === null || height === null) return [];
        return [
          {
            id: row.id,
            tag: row.tag,
            odd: isDoubtful(row),
            d: fromMetres(metres(dbh), u.diameter),
            h: fromMetres(metres(height), u.length),
            s: fromMetres(metres(sigma ?? 0), u.length),
          },
        ];
      }),
    [rows, u],
  );
  const option = useCallback((inks: Inks) => heightChart(dots, u, inks), [dots, u]);
  const odd = dots.some((p) => p.odd);
  return (
    <figure>
      <Chart
        name={`Height over diameter of ${dots.length} trees`}
        height={290}
        option={option}
        onPick={(i) => dots[i] && navigate(`/measure?survey=${survey}&tree=${dots[i].id}`)}
      />
      <figcaption className="text-small text-soft">
        The {dots.length} trees that have both a diameter and a height; bars are one standard error
        {odd && ', trees to look at in red with their tag'}.
      </figcaption>
    </figure>
  );
}

interface Dot {
  readonly tag: string;
  readonly odd: boolean;
  readonly d: number;
  readonly h: number;
  readonly s: number;
}

function heightChart(dots: readonly Dot[], u: { readonly diameter: string; readonly length: string }, inks: Inks) {
  const axis = (name: string) => ({
    type: 'value',
    name,
    nameTextStyle: { color: inks.soft, fontSize: 14 },
    axisLabel: { color: inks.soft, fontSize: 13 },
    axisLine: { show: true, lineStyle: { color: inks.ink } },
    splitLine: { lineStyle: { color: inks.rule } },
  });
  return {
    grid: { left: 44, right: 24, top: 34, bottom: 44 },
    xAxis: { ...axis(`Diameter, ${u.diameter}`), nameLocation: 'middle', nameGap: 28, splitLine: { show: false } },
    yAxis: { ...axis(`Height, ${u.length}`), nameTextStyle: { color: inks.soft, fontSize: 14, align: 'left', padding: [0, 0, 0, -36] } },
    series: [
      {
        type: 'custom',
        silent: true,
        data: dots.map((p) => [p.d, p.h - p.s, p.h + p.s, p.odd ? 1 : 0]),
        encode: { x: 0, y: [1, 2] },
        renderItem: (_: unknown, api: { value: (i: number) => number; coord: (p: [number, number]) => [number, number] }) => {
          const [x, from] = api.coord([api.value(0), api.value(1)]);
          const [, to] = api.coord([api.value(0), api.value(2)]);
          return {
            type: 'line',
            shape: { x1: x, y1: from, x2: x, y2: to },
            style: { stroke: api.value(3) ? inks.berry : inks.slate, lineWidth: 1.5 },
          };
        },
      },
      {
        type: 'scatter',
        symbolSize: 9,
        data: dots.map((p) => ({
          value: [p.d, p.h],
          itemStyle: { color: p.odd ? inks.berry : inks.slate },
          label: { show: p.odd, formatter: p.tag, position: 'left', color: inks.berry, fontSize: 13 },
        })),
      },
    ],
  };
}
