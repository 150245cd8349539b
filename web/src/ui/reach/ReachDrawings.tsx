import { type ReachLayout, reachLayout, type UnitSystem } from '@arbolito/core';
import { useMemo } from 'react';
import { SheetLabel } from '../SheetLabel';
import { path } from '../svg-path';
import { useSize } from '../use-size';
import type { ReachView } from './reach-model';

interface Props {
  readonly view: ReachView;
  /** Whether it shows what is usual, as not all is said yet. */
  readonly ghost?: boolean;
  readonly units: UnitSystem;
  /** Of each drawing, CSS pixels. */
  readonly height: number;
  /** Side by side where there is room for two. */
  readonly abreast?: boolean;
}

/** The question drawn to scale, from the side and from above. */
export function ReachDrawings({ view, ghost = false, units, height, abreast = false }: Props) {
  const [frame, size] = useSize<HTMLDivElement>();
  const layout = useMemo(
    () =>
      size && size.width > 0 && view.question && view.answer
        ? reachLayout(view.question, view.answer, { width: Math.max(240, size.width), height }, units)
        : null,
    [size, view, units, height],
  );
  const danger = view.answer?.verdict === 'clear' ? 'var(--wood)' : 'var(--berry)';
  return (
    <div className={`grid gap-4 ${abreast ? 'desk:grid-cols-2' : ''}`} data-ghost={ghost || undefined}>
      {ghost && <p className="col-span-full text-plain text-soft">Drawn with a usual tree and house until yours are typed.</p>}
      <div
        ref={frame}
        style={{ height }}
        className={`relative min-w-0 overflow-hidden border-[1.5px] border-edge ${ghost ? 'opacity-45' : ''}`}
      >
        {layout && <Side side={layout.side} danger={danger} width={size?.width ?? 0} height={height} />}
      </div>
      <div style={{ height }} className={`relative min-w-0 overflow-hidden border-[1.5px] border-edge ${ghost ? 'opacity-45' : ''}`}>
        {layout && <Plan plan={layout.plan} danger={danger} height={height} />}
      </div>
    </div>
  );
}

function Side({ side, danger, width, height }: { side: ReachLayout['side']; danger: string; width: number; height: number }) {
  return (
    <svg width="100%" height={height} role="img" aria-label="From the side, to scale">
      <path d={`${path(side.ground)}L${width + 10} ${height + 20}L0 ${height + 20}Z`} fill="var(--soil)" />
      <path d={path(side.ground)} stroke="var(--ink)" strokeWidth={2} />
      {side.margin.length > 0 && <path d={path(side.margin)} fill="none" stroke={danger} strokeWidth={1.5} strokeDasharray="3 5" />}
      <path d={path(side.arc)} fill="none" stroke={danger} strokeWidth={2.5} strokeDasharray="9 5" data-arc />
      <path d={path([side.foot, side.tip])} stroke="var(--wood)" strokeWidth={6} strokeLinecap="round" />
      <path d={path(side.object)} stroke="var(--ink)" strokeWidth={4} />
      <circle cx={side.object[1].x} cy={side.object[1].y} r={5} fill="var(--ink)" data-object />
      {side.labels.map((l) => (
        <SheetLabel key={l.id} label={l} fill={l.id === 'reach' ? danger : 'var(--ink)'} />
      ))}
    </svg>
  );
}

function Plan({ plan, danger, height }: { plan: ReachLayout['plan']; danger: string; height: number }) {
  const rings = [
    ['keep-away', plan.keepAway, { stroke: 'var(--soft)', strokeWidth: 1.5, strokeDasharray: '2 5' }],
    ['margin', plan.withMargin, { stroke: danger, strokeWidth: 1.5, strokeDasharray: '3 5' }],
    ['reach', plan.reach, { stroke: danger, strokeWidth: 2.5, fill: danger, fillOpacity: 0.12 }],
  ] as const;
  return (
    <svg width="100%" height={height} role="img" aria-label="From above, to scale">
      {rings.map(([id, r, look]) => (
        <circle key={id} cx={plan.centre.x} cy={plan.centre.y} r={r} fill="none" {...look} data-ring={id} />
      ))}
      <path d={path([plan.centre, plan.object])} stroke="var(--ink)" strokeWidth={1.5} strokeDasharray="4 4" />
      <circle cx={plan.centre.x} cy={plan.centre.y} r={6} fill="var(--wood)" />
      <rect x={plan.object.x - 6} y={plan.object.y - 6} width={12} height={12} fill="var(--ink)" />
      {plan.labels.map((l) => (
        <SheetLabel key={l.id} label={l} fill={l.id === 'reach' ? danger : 'var(--ink)'} />
      ))}
    </svg>
  );
}
