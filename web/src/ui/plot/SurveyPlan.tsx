import { flatAround, type GeoArea, isInside, outlinesOf, type PlanScene, type Position, planLayout } from '@arbolito/core';
import { useMemo, useRef } from 'react';
import { SheetLabel } from '../SheetLabel';
import { path } from '../svg-path';
import { useSize } from '../use-size';

interface Props {
  readonly areas: readonly { readonly id: string; readonly name: string; readonly area: GeoArea }[];
  readonly plots: readonly { readonly id: string; readonly name: string; readonly state: string | null; readonly at: Position }[];
  readonly name: string;
  readonly labels?: boolean;
  readonly onPlot?: (id: string) => void;
}

const first = (area: GeoArea): Position | undefined => (area.type === 'Polygon' ? area.coordinates[0]?.[0] : area.coordinates[0]?.[0]?.[0]);
const FINGER = 24;
const MANY = 60;

/** A survey on the map, to scale: strata and plots. Finished ones are filled, those to redo or not reached are crossed. */
export function SurveyPlan({ areas, plots, name, labels = false, onPlot }: Props) {
  const [ref, size] = useSize<HTMLSpanElement>();
  const svg = useRef<SVGSVGElement>(null);
  const scene = useMemo((): PlanScene => {
    const [area] = areas;
    const origin = (area && first(area.area)) ?? plots[0]?.at;
    if (!origin) return { areas: [], plots: [] };
    const flat = flatAround(origin);
    return {
      areas: areas.map((a) => ({ id: a.id, name: a.name, outlines: outlinesOf(a.area, flat) })),
      plots: plots.map((p) => ({ id: p.id, name: p.name, at: flat(p.at) })),
    };
  }, [areas, plots]);
  const layout = useMemo(
    () => (size && size.width > 40 && size.height > 30 ? planLayout(scene, size, labels ? 13 : 0) : null),
    [scene, size, labels],
  );
  const tap = (e: React.MouseEvent) => {
    const box = svg.current?.getBoundingClientRect();
    if (!box || !layout || !onPlot) return;
    const far = (p: { at: { x: number; y: number } }) => Math.hypot(p.at.x - (e.clientX - box.x), p.at.y - (e.clientY - box.y));
    const nearest = [...layout.plots].sort((a, b) => far(a) - far(b))[0];
    if (nearest && far(nearest) <= FINGER) onPlot(nearest.id);
  };
  // hundreds of trees along a street are a row of dots, not of circles
  const r = labels ? 5.5 : plots.length > MANY ? 1.4 : 2.6;
  return (
    <span ref={ref} className="relative block h-full w-full" data-plan>
      {layout && (
        // biome-ignore lint/a11y/useKeyWithClickEvents: the list of plots does the same by keyboard
        <svg ref={svg} width={layout.width} height={layout.height} role="img" aria-label={name} className="absolute inset-0" onClick={tap}>
          {layout.areas.map((a) => (
            <path
              key={a.id}
              d={a.rings.map((ring) => path(ring, true)).join('')}
              fill="var(--wood-bg)"
              fillRule="evenodd"
              stroke="var(--ink)"
              strokeWidth={1.6}
              strokeLinejoin="round"
              data-area={a.id}
            />
          ))}
          {layout.plots.map(({ id, at: { x, y } }, i) => {
            const state = plots[i]?.state ?? null;
            const crossed = state === 'to-redo' || state === 'not-reached';
            return (
              <g
                key={id}
                data-plot-mark={state ?? 'unsaid'}
                stroke={crossed ? 'var(--berry)' : 'var(--ink)'}
                strokeWidth={labels ? 1.8 : plots.length > MANY ? 0.4 : 1}
              >
                <circle cx={x} cy={y} r={r} fill={state === 'finished' ? 'var(--wood)' : 'var(--field)'} />
                {crossed && <path d={`M${x - r} ${y - r}l${2 * r} ${2 * r}M${x - r} ${y + r}l${2 * r} ${-2 * r}`} />}
                {(state === 'found' || state === 'measured') && <circle cx={x} cy={y} r={r / 2.6} fill="var(--ink)" stroke="none" />}
              </g>
            );
          })}
          {layout.labels.map((label) => (
            <SheetLabel key={label.id} label={label} fill={label.id.startsWith('area:') ? 'var(--wood)' : 'var(--ink)'} />
          ))}
        </svg>
      )}
    </span>
  );
}

/** Plots that lie outside every area that is drawn: one of the two is somewhere else. */
export function plotsOutside({ areas, plots }: Pick<Props, 'areas' | 'plots'>): readonly string[] {
  if (areas.length === 0) return [];
  return plots.flatMap((p) => {
    const flat = flatAround(p.at);
    return areas.some((a) => outlinesOf(a.area, flat).some((o) => isInside(o, { x: 0, y: 0 }))) ? [] : [p.name];
  });
}
