import type { SightLayout } from '@arbolito/core';

/** Something of a drawing that can be taken hold of. */
export interface Handle<Id extends string = string> {
  readonly id: Id;
  /** In the scene, metres. */
  readonly x: number;
  readonly y: number;
  readonly name: string;
  readonly value: string;
}

interface Props<Id extends string> {
  readonly layout: SightLayout;
  readonly handles: readonly Handle<Id>[];
  readonly onDrag: (id: Id, x: number, y: number) => void;
  readonly onHold: (layout: SightLayout | null) => void;
  readonly onNudge: (h: Handle<Id>, dx: number, dy: number) => void;
}

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** What can be taken hold of: by finger or pen, or with the arrow keys. The drawing keeps its scale while it is held. */
export function Handles<Id extends string>({ layout: l, handles, onDrag, onHold, onNudge }: Props<Id>) {
  const at = (h: Handle<Id>) => ({ x: l.foot.x + h.x * l.scale, y: l.foot.y - h.y * l.scale });
  return (
    <svg
      width={l.width}
      height={l.height}
      viewBox={`0 0 ${l.width} ${l.height}`}
      className="pointer-events-none absolute inset-0 select-none"
      aria-hidden={false}
    >
      <title>What can be dragged</title>
      {handles.map((h) => {
        const p = at(h);
        return (
          <g
            key={h.id}
            role="slider"
            tabIndex={0}
            aria-label={h.name}
            aria-valuetext={h.value}
            aria-valuenow={Math.round(h.y * 10) / 10}
            data-handle={h.id}
            className="pointer-events-auto outline-none [&:focus-visible>circle:last-child]:stroke-[5]"
            style={{ cursor: 'grab', touchAction: 'none' }}
            onPointerDown={(e) => {
              e.preventDefault();
              e.currentTarget.focus();
              e.currentTarget.setPointerCapture(e.pointerId);
              onHold(l);
            }}
            onPointerMove={(e) => {
              if (!e.currentTarget.hasPointerCapture(e.pointerId)) return;
              const box = e.currentTarget.ownerSVGElement?.getBoundingClientRect();
              if (box) onDrag(h.id, (e.clientX - box.left - l.foot.x) / l.scale, (l.foot.y - (e.clientY - box.top)) / l.scale);
            }}
            onPointerUp={() => onHold(null)}
            onPointerCancel={() => onHold(null)}
            onKeyDown={(e) => {
              const step = ARROWS[e.key];
              if (!step) return;
              e.preventDefault();
              onNudge(h, step[0], step[1]);
            }}
          >
            <circle cx={p.x} cy={p.y} r={24} fill="transparent" />
            <circle cx={p.x} cy={p.y} r={9} fill="var(--resin)" fillOpacity={0.25} stroke="var(--resin-text)" strokeWidth={2.5} />
          </g>
        );
      })}
    </svg>
  );
}
