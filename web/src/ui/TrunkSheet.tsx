import { heightAt, type LaidTape, type Point, type TrunkLayout } from '@arbolito/core';
import { memo, useId, useRef } from 'react';
import { SheetLabel } from './SheetLabel';
import { path } from './svg-path';

interface Props {
  readonly layout: TrunkLayout;
  readonly name: string;
  /** A handle was dragged to a height along the stem, metres; without it there are no handles. */
  readonly onDrag?: (handle: string, height: number) => void;
}

/** A trunk to scale: where the tape goes, where it must not, from where it is measured, and where other schools would lay it. */
export const TrunkSheet = memo(function TrunkSheet({ layout: l, name, onDrag }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const clip = useId();
  const bottom = l.height + 10;
  const drag = (e: React.PointerEvent, handle: string) => {
    const box = svg.current?.getBoundingClientRect();
    if (!box || !e.currentTarget.hasPointerCapture(e.pointerId)) return;
    onDrag?.(handle, heightAt(l, { x: e.clientX - box.x, y: e.clientY - box.y }));
  };
  const earth = (line: readonly [Point, Point]) => `${path(line)}L${l.width} ${bottom}L0 ${bottom}Z`;
  return (
    <svg
      ref={svg}
      width={l.width}
      height={l.height}
      viewBox={`0 0 ${l.width} ${l.height}`}
      role="img"
      aria-label={name}
      className="absolute inset-0 select-none"
      data-scale={l.scale}
    >
      <clipPath id={clip}>
        {/* above the ground only: the foot of the stem is drawn into it */}
        <path d={`${path(l.ground)}L${l.width} -10L0 -10Z`} />
      </clipPath>
      {l.behind && (
        <path
          d={`${path(l.behind)}L${l.width} ${l.ground[1].y}L0 ${l.ground[0].y}Z`}
          fill="var(--soil)"
          fillOpacity={0.55}
          stroke="var(--edge)"
          strokeDasharray="3 4"
          data-behind
        />
      )}
      <g clipPath={`url(#${clip})`} strokeLinejoin="round">
        {l.others.map((o, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: parts of one picture have no other name
          <path key={i} d={path(o, true)} fill="var(--stem)" fillOpacity={0.75} stroke="var(--ink)" strokeWidth={1.4} />
        ))}
        <path d={path(l.stem, true)} fill="var(--stem)" stroke="var(--ink)" strokeWidth={2} data-stem />
        {l.zones.map((z) => (
          <path
            key={z.id}
            d={path(z.shape, true)}
            fill="var(--berry)"
            fillOpacity={0.3}
            stroke="var(--berry)"
            strokeWidth={1.2}
            strokeDasharray="4 3"
            data-zone={z.id}
          />
        ))}
        {l.vines.map((v, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: parts of one picture have no other name
          <path key={i} d={path(v)} fill="none" stroke="var(--wood)" strokeWidth={3} />
        ))}
      </g>
      <path d={earth(l.ground)} fill="var(--soil)" />
      <path d={path(l.ground)} stroke="var(--ink)" strokeWidth={2} />
      {l.snow && (
        <path
          d={`${path(l.snow)}L${l.width} ${l.ground[1].y}L0 ${l.ground[0].y}Z`}
          fill="var(--field)"
          fillOpacity={0.72}
          stroke="var(--edge)"
          strokeDasharray="2 4"
        />
      )}
      <g stroke="var(--ink)" strokeLinecap="round" opacity={0.82} data-person>
        <path d={`M${l.person.feet.x} ${l.person.feet.y}L${l.person.head.x} ${l.person.head.y + l.person.size}`} strokeWidth={5} />
        <circle cx={l.person.head.x} cy={l.person.head.y + l.person.size} r={l.person.size} fill="var(--ink)" stroke="none" />
      </g>
      <path d={path(l.level)} stroke="var(--slate)" strokeWidth={1.6} strokeDasharray="2 4" />
      <path d={path(l.measured)} stroke="var(--slate)" strokeWidth={2.6} data-measured />
      <circle cx={l.datum.x} cy={l.datum.y} r={6} fill="var(--slate)" stroke="var(--sheet)" strokeWidth={1.5} data-datum />
      {l.schools.map((t) => (
        <path key={t.id} d={curve(t)} fill="none" stroke="var(--soft)" strokeWidth={2.4} strokeDasharray="2 5" data-school={t.id} />
      ))}
      {l.tapes.map((t) => (
        <g key={t.id}>
          <path d={curve(t)} fill="none" stroke="var(--ink)" strokeWidth={9} />
          <path d={curve(t)} fill="none" stroke="var(--resin)" strokeWidth={6.5} data-tape={t.id} />
        </g>
      ))}
      {l.labels.map((label) => (
        <SheetLabel key={label.id} label={label} fill={labelColour(label.id)} weight={label.id.startsWith('tape') ? 700 : 600} />
      ))}
      {(onDrag ? l.handles : []).map((h) => (
        <g
          key={h.id}
          data-handle={h.id}
          style={{ cursor: 'ns-resize', touchAction: 'none' }}
          onPointerDown={(e) => {
            e.preventDefault();
            e.currentTarget.setPointerCapture(e.pointerId);
          }}
          onPointerMove={(e) => drag(e, h.id)}
        >
          <circle cx={h.at.x} cy={h.at.y} r={24} fill="transparent" />
          <circle cx={h.at.x} cy={h.at.y} r={7} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={2} />
          <path d={`M${h.at.x - 3} ${h.at.y - 1.5}h6M${h.at.x - 3} ${h.at.y + 1.5}h6`} stroke="var(--ink)" strokeWidth={1.2} />
        </g>
      ))}
    </svg>
  );
});

const curve = (t: LaidTape) =>
  `M${t.from.x.toFixed(1)} ${t.from.y.toFixed(1)}Q${t.bend.x.toFixed(1)} ${t.bend.y.toFixed(1)} ${t.to.x.toFixed(1)} ${t.to.y.toFixed(1)}`;

function labelColour(id: string): string {
  if (id.startsWith('tape')) return 'var(--resin-text)';
  if (id.startsWith('zone')) return 'var(--berry)';
  return id.startsWith('school') ? 'var(--soft)' : 'var(--slate)';
}
