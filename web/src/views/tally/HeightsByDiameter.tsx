import { formatNumber, fromMetres, UNITS_OF, type UnitSystem } from '@arbolito/core';
import type { TallyRow } from './tally-model';

const W = 760;
const H = 240;
const PAD = { left: 46, right: 14, top: 14, bottom: 34 };

/** Heights over diameters with their errors: the tree that does not belong stands out. Each dot opens its tree. */
export function HeightsByDiameter({ rows, units }: { rows: readonly TallyRow[]; units: UnitSystem }) {
  const u = UNITS_OF[units];
  const dots = rows.flatMap((row) => {
    const { result: r } = row;
    if (!r?.dbh.ok || !r.height.ok) return [];
    return [
      {
        row,
        d: fromMetres(r.dbh.value.value, u.diameter),
        h: fromMetres(r.height.value.value, u.length),
        s: fromMetres(r.height.value.sigma, u.length),
      },
    ];
  });
  const right = step(Math.max(...dots.map((p) => p.d)));
  const top = step(Math.max(...dots.map((p) => p.h + p.s)));
  const x = (d: number) => PAD.left + (d / right.max) * (W - PAD.left - PAD.right);
  const y = (h: number) => H - PAD.bottom - (h / top.max) * (H - PAD.top - PAD.bottom);
  return (
    <figure className="mt-6">
      <svg viewBox={`0 0 ${W} ${H}`} className="figure w-full" role="img" aria-label={`Height over diameter of ${dots.length} trees`}>
        {ticks(top).map((t) => (
          <g key={t}>
            <path d={`M${PAD.left} ${y(t)}H${W - PAD.right}`} stroke="var(--rule)" />
            <text x={PAD.left - 8} y={y(t)} textAnchor="end" dominantBaseline="central" fontSize="13" fill="var(--soft)">
              {t}
            </text>
          </g>
        ))}
        {ticks(right).map((t) => (
          <text key={t} x={x(t)} y={H - PAD.bottom + 16} textAnchor="middle" fontSize="13" fill="var(--soft)">
            {t}
          </text>
        ))}
        {dots.map(({ row, d, h, s }) => {
          const odd = row.findings.length > 0;
          return (
            <g key={row.id} stroke={odd ? 'var(--berry)' : 'var(--slate)'} fill={odd ? 'var(--berry)' : 'var(--slate)'}>
              <path d={`M${x(d)} ${y(h - s)}V${y(h + s)}`} strokeWidth={1.5} />
              <circle cx={x(d)} cy={y(h)} r={odd ? 5 : 3.5} stroke="none" />
              {odd && (
                <text x={x(d) - 9} y={y(h) - 9} textAnchor="end" fontSize="13" stroke="none">
                  {row.tag}
                </text>
              )}
            </g>
          );
        })}
        <path d={`M${PAD.left} ${PAD.top}V${H - PAD.bottom}H${W - PAD.right}`} fill="none" stroke="var(--ink)" />
      </svg>
      <figcaption className="text-[14px] text-soft">
        Height ({u.length}) over diameter ({u.diameter}) of the {formatNumber(dots.length, 0)} trees that have both; bars are one standard
        error
        {dots.some((p) => p.row.findings.length > 0) && ', trees to look at in red with their tag'}.
      </figcaption>
    </figure>
  );
}

/** A round upper end of an axis and its step. */
function step(max: number): { max: number; by: number } {
  const by = [1, 2, 5, 10, 20, 50, 100].find((s) => max / s <= 6) ?? 200;
  return { max: Math.ceil(max / by) * by, by };
}
const ticks = (axis: { max: number; by: number }) => Array.from({ length: Math.round(axis.max / axis.by) + 1 }, (_, i) => i * axis.by);
