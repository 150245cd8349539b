import { type PlotLayout, type PlotScene, plotLayout, tappedOn } from '@arbolito/core';
import { memo, useMemo, useRef } from 'react';
import { SheetLabel } from '../SheetLabel';
import { path } from '../svg-path';
import { useSize } from '../use-size';

interface Props {
  readonly scene: PlotScene;
  readonly name: string;
  readonly chosen: string | null;
  readonly onTree: (id: string) => void;
  /** Somebody tapped where no tree is: bearing in the survey's north, level metres. */
  readonly onPlace: (bearing: number, distance: number) => void;
}

const INK = ['var(--ink-1)', 'var(--ink-2)', 'var(--ink-3)', 'var(--ink-4)', 'var(--ink-5)'];

/** The plot to scale, north up. Beside it every tree stands in a list, for whoever does not see it. */
export const PlotSheet = memo(function PlotSheet({ scene, name, chosen, onTree, onPlace }: Props) {
  const [ref, size] = useSize<HTMLDivElement>();
  const layout = useMemo(() => (size && size.width >= 120 && size.height >= 120 ? plotLayout(scene, size) : null), [scene, size]);
  const svg = useRef<SVGSVGElement>(null);
  const tap = (e: React.MouseEvent) => {
    const box = svg.current?.getBoundingClientRect();
    if (!box || !layout) return;
    const found = tappedOn(layout, { x: e.clientX - box.x, y: e.clientY - box.y });
    if ('tree' in found) onTree(found.tree);
    else onPlace(found.bearing, found.distance);
  };
  return (
    <div ref={ref} className="relative h-full w-full" data-plot-sheet>
      {layout && (
        // biome-ignore lint/a11y/useKeyWithClickEvents: the list beside it and the fields do the same by keyboard
        <svg
          ref={svg}
          width={layout.width}
          height={layout.height}
          viewBox={`0 0 ${layout.width} ${layout.height}`}
          role="img"
          aria-label={name}
          className="absolute inset-0 select-none"
          data-scale={layout.scale}
          data-thicker={layout.thicker}
          onClick={tap}
        >
          <Ground layout={layout} />
          <Trees layout={layout} chosen={chosen} />
          <Hand layout={layout} />
          {layout.beyond > 0 && (
            <text x={layout.width / 2} y={layout.height - 8} textAnchor="middle" fontSize={13} fill="var(--berry)" data-beyond>
              {layout.beyond} farther off
            </text>
          )}
          {layout.thicker > 1 && layout.trees.length > 0 && (
            <text x={layout.width - 6} y={layout.height - 8} textAnchor="end" fontSize={13} className="figure" fill="var(--soft)">
              trunks ×{layout.thicker}
            </text>
          )}
          {layout.labels.map((label) => (
            <SheetLabel key={label.id} label={label} fill={fillOf(label.id, layout)} />
          ))}
        </svg>
      )}
    </div>
  );
});

function fillOf(id: string, layout: PlotLayout): string {
  if (id === 'next') return 'var(--resin-text)';
  if (id === 'fall') return 'var(--soft)';
  const tree = layout.trees.find((t) => t.id === id);
  return tree ? (INK[tree.ink] ?? 'var(--ink)') : 'var(--slate)';
}

const Ground = memo(function Ground({ layout: l }: { layout: PlotLayout }) {
  const { x, y } = l.centre;
  const inside = l.circles.find((c) => c.main);
  return (
    <g fill="none">
      {l.outline.length > 0 && (
        <path
          d={l.outline.map((ring) => path(ring, true)).join('')}
          fill="var(--wood-bg)"
          fillOpacity={0.55}
          fillRule="evenodd"
          stroke="var(--wood)"
          strokeWidth={2.5}
          strokeDasharray="10 4 2 4"
          data-outline
        />
      )}
      {inside && <circle cx={x} cy={y} r={inside.radius} fill="var(--field)" fillOpacity={0.75} />}
      {l.fall && (
        <g stroke="var(--edge)" strokeWidth={1.5} data-fall>
          <path d={path(l.fall)} strokeDasharray="2 6" />
          <Arrow line={l.fall} size={9} fill="var(--edge)" />
        </g>
      )}
      {l.circles.map((c) => (
        <circle
          key={c.radius}
          cx={x}
          cy={y}
          r={c.radius}
          stroke="var(--ink)"
          strokeWidth={c.main ? 2.5 : 1.4}
          strokeDasharray={c.main ? undefined : '6 5'}
          data-circle
        />
      ))}
      {l.boundary.length > 0 && (
        <path d={path(l.boundary, true)} stroke="var(--ink)" strokeWidth={2.5} fill="var(--field)" fillOpacity={0.6} data-boundary />
      )}
      <path d={`M${x - 8} ${y}h16M${x} ${y - 8}v16`} stroke="var(--resin)" strokeWidth={3} data-centre />
      {l.witnesses.map((w) => (
        <path
          key={`${w.x} ${w.y}`}
          d={`M${w.x - 5} ${w.y + 4}L${w.x} ${w.y - 5}L${w.x + 5} ${w.y + 4}Z`}
          stroke="var(--slate)"
          strokeWidth={1.6}
        />
      ))}
      {l.next && (
        <g data-next>
          <path d={path(l.next)} stroke="var(--resin)" strokeWidth={2} strokeDasharray="5 5" />
          <Arrow line={l.next} size={11} fill="var(--resin)" />
        </g>
      )}
      <path d={path(l.north)} stroke="var(--ink)" strokeWidth={2} />
      <Arrow line={l.north} size={8} fill="var(--ink)" />
      <text x={l.north[0].x} y={l.north[0].y + 14} textAnchor="middle" fontSize={13} fontWeight={700} fill="var(--ink)">
        N
      </text>
      <path
        d={`${path(l.bar)}M${l.bar[0].x} ${l.bar[0].y - 5}v10M${l.bar[1].x} ${l.bar[1].y - 5}v10`}
        stroke="var(--slate)"
        strokeWidth={1.8}
      />
    </g>
  );
});

/** A head at the end of a line. */
function Arrow({ line: [from, to], size, fill }: { line: PlotLayout['north']; size: number; fill: string }) {
  const turn = (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;
  return (
    <path
      d={`M0 0L${-size} ${size / 2.4}L${-size} ${-size / 2.4}Z`}
      fill={fill}
      stroke="none"
      transform={`translate(${to.x} ${to.y}) rotate(${turn})`}
    />
  );
}

/** In: filled. On the edge: a ring in berry about it. Out: hollow and crossed. Not known: hollow. */
const Trees = memo(function Trees({ layout, chosen }: { layout: PlotLayout; chosen: string | null }) {
  return layout.trees.map(({ id, at: { x, y }, radius: r, stands, ink }) => {
    const colour = INK[ink] ?? 'var(--ink)';
    const filled = stands === 'in' || stands === 'near';
    return (
      <g key={id} data-tree={id} data-stands={stands}>
        <circle
          cx={x}
          cy={y}
          r={r}
          fill={filled ? colour : 'var(--sheet)'}
          stroke={colour}
          strokeWidth={1.8}
          fillOpacity={filled ? 0.85 : 1}
        />
        {stands === 'out' && <path d={`M${x - r} ${y + r}L${x + r} ${y - r}`} stroke="var(--berry)" strokeWidth={2} />}
        {stands === 'near' && <circle cx={x} cy={y} r={r + 3.5} fill="none" stroke="var(--berry)" strokeWidth={2} />}
        {id === chosen && <circle cx={x} cy={y} r={r + 7} fill="none" stroke="var(--resin)" strokeWidth={3} />}
      </g>
    );
  });
});

/** The tree in hand: its circle where it stands, and up to where it would be in. */
function Hand({ layout: { hand, centre } }: { layout: PlotLayout }) {
  if (!hand) return null;
  return (
    <g fill="none" stroke="var(--resin)" data-hand>
      {hand.limit !== null && <circle cx={centre.x} cy={centre.y} r={hand.limit} strokeWidth={1.5} strokeDasharray="3 4" data-limit />}
      <path d={`M${centre.x} ${centre.y}L${hand.at.x} ${hand.at.y}`} strokeWidth={1.5} />
      <circle cx={hand.at.x} cy={hand.at.y} r={hand.radius} fill="var(--resin-bg)" strokeWidth={2.5} />
    </g>
  );
}
