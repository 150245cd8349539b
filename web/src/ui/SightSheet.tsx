import { type LineStyle, type Point, pickTarget, type SceneTarget, type SightLayout, targetOfLabel } from '@arbolito/core';
import { type MouseEvent, memo } from 'react';
import { SheetLabel } from './SheetLabel';
import { points } from './svg-path';

interface Props {
  readonly layout: SightLayout;
  readonly crownGhost: boolean;
  readonly heightGhost: boolean;
  readonly pomGhost: boolean;
  readonly distanceGhost: boolean;
  /** The step being read; its lines are drawn in resin. */
  readonly now: string;
  readonly name: string;
  /** Called with what was tapped; without it the sheet is only looked at. */
  readonly onPick?: (target: SceneTarget) => void;
}

/** The side view of a tree and the one who sights it. Every line, mark and dimension can be tapped. */
export const SightSheet = memo(function SightSheet({ layout: l, now, name, onPick, ...ghost }: Props) {
  const colour = (target: string, usual: string) => (target === now ? 'var(--resin-text)' : usual);
  const under = (e: MouseEvent<SVGSVGElement>) => {
    const { left, top } = e.currentTarget.getBoundingClientRect();
    return pickTarget(l, { x: e.clientX - left, y: e.clientY - top });
  };
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: a shortcut for the finger; the steps beside the drawing are the way for keys
    <svg
      width={l.width}
      height={l.height}
      viewBox={`0 0 ${l.width} ${l.height}`}
      role="img"
      aria-label={name}
      className="absolute inset-0 select-none will-change-transform"
      data-scale={l.scale}
      onClick={
        onPick &&
        ((e) => {
          const target = under(e);
          if (target) onPick(target);
        })
      }
      onMouseMove={
        onPick &&
        ((e) => {
          e.currentTarget.style.cursor = under(e) ? 'pointer' : '';
        })
      }
    >
      <polygon points={soil(l)} fill="var(--soil)" stroke="var(--ink)" strokeWidth={2} />
      <polygon
        points={points(l.crown)}
        fill="var(--wood)"
        fillOpacity={0.13}
        stroke="var(--wood)"
        strokeWidth={1.3}
        strokeLinejoin="round"
        strokeDasharray={ghost.crownGhost ? '3 4' : undefined}
      />
      <polygon
        points={points(l.stem)}
        fill="var(--stem)"
        fillOpacity={ghost.heightGhost ? 0.5 : 1}
        stroke="var(--ink)"
        strokeWidth={1.3}
        strokeLinejoin="round"
        strokeDasharray={ghost.heightGhost ? '3 4' : undefined}
      />
      {l.shoulder.length > 0 && (
        <polyline points={points(l.shoulder)} stroke="var(--wood)" strokeWidth={2} strokeDasharray="6 3" fill="none" />
      )}
      {l.lines.map((line) => (
        <polyline
          key={`${line.target} ${line.style}`}
          points={points([line.from, line.to])}
          {...LINES[line.style]}
          stroke={colour(line.target, LINES[line.style].stroke)}
          strokeOpacity={line.ghost ? 0.55 : 1}
          strokeDasharray={line.ghost ? '4 5' : LINES[line.style].strokeDasharray}
          data-line={line.style}
        />
      ))}
      {l.viewer === 'person' && (
        <polyline
          points={points(l.level)}
          stroke={colour('distance', 'var(--slate)')}
          strokeWidth={1.5}
          strokeDasharray={ghost.distanceGhost ? '2 8' : '2 5'}
          fill="none"
        />
      )}
      {l.sights.map((s, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a sight is told by its target and its place in the list; it moves with every key
        <g key={`${s.target} ${i}`} data-sight={s.target}>
          <polyline
            points={points([s.from, s.to])}
            stroke={colour(s.target, 'var(--slate)')}
            strokeWidth={s.target === now ? 2.8 : 2}
            strokeDasharray={s.ghost ? '5 6' : undefined}
            strokeOpacity={s.ghost && s.target !== now ? 0.7 : 1}
          />
          {!s.ghost && <Dot at={s.to} r={3.5} colour={colour(s.target, 'var(--slate)')} />}
        </g>
      ))}
      <PomLine at={points(l.pom)} ghost={ghost.pomGhost} />
      {l.dimensions.map((d) => (
        <g key={d.target} data-dimension={d.target}>
          <polygon
            points={box(d.x, 8, d.band[0], Math.max(d.band[0] + 1, d.band[1]))}
            fill={colour(d.target, 'var(--ink)')}
            fillOpacity={0.22}
            stroke="var(--ink)"
            strokeWidth={0.8}
          />
          <polyline points={points(bracket(d.x, d.from, d.to))} stroke={colour(d.target, 'var(--ink)')} strokeWidth={1.8} fill="none" />
        </g>
      ))}
      {l.marks
        .filter((m) => !m.quiet)
        .map((m, i) => (
          <circle
            // biome-ignore lint/suspicious/noArrayIndexKey: as for a sight
            key={`${m.target} ${i}`}
            cx={m.at.x}
            cy={m.at.y}
            r={4.5}
            fill="var(--sheet)"
            stroke={colour(m.target, 'var(--slate)')}
            strokeWidth={2.2}
            strokeDasharray={m.ghost ? '2 2' : undefined}
            data-mark={m.target}
          />
        ))}
      {l.viewer === 'person' && <Person eye={l.eye} feet={l.feet} scale={l.scale} />}
      {l.far && (
        <g opacity={l.far.ghost ? 0.5 : 1} data-far>
          <Person eye={l.far.eye} feet={l.far.feet} scale={l.scale} />
        </g>
      )}
      {l.hand && <Hand hand={l.hand} />}
      {l.inset && (
        <Foot
          x={l.inset.box.x}
          y={l.inset.box.y}
          width={l.inset.box.w}
          height={l.inset.box.h}
          stem={points(l.inset.stem)}
          ground={points(l.inset.ground)}
          pom={points(l.inset.pom)}
          ghost={ghost.pomGhost}
        />
      )}
      {l.labels.map((label) => (
        <SheetLabel key={label.id} label={label} fill={colour(targetOfLabel(label.id), labelColour(label.id))} />
      ))}
    </svg>
  );
});

const LINES: Readonly<Record<LineStyle, { stroke: string; strokeWidth: number; strokeDasharray?: string; strokeLinecap?: 'round' }>> = {
  pole: { stroke: 'var(--ink)', strokeWidth: 5, strokeDasharray: '8 6' },
  shadow: { stroke: 'var(--soft)', strokeWidth: 6, strokeLinecap: 'round' },
  staff: { stroke: 'var(--ink)', strokeWidth: 4, strokeLinecap: 'round' },
  sun: { stroke: 'var(--resin-text)', strokeWidth: 1.8, strokeDasharray: '7 4' },
  baseline: { stroke: 'var(--slate)', strokeWidth: 3 },
  plumb: { stroke: 'var(--slate)', strokeWidth: 1.6, strokeDasharray: '2 4' },
};

function Person({ eye, feet, scale }: { eye: Point; feet: Point; scale: number }) {
  return (
    <>
      <polyline points={points([feet, eye])} stroke="var(--ink)" strokeWidth={4} strokeLinecap="round" />
      <Dot at={eye} r={Math.max(4.5, 0.13 * scale)} colour="var(--ink)" />
    </>
  );
}

/** A line of no length with a round end: unlike a circle's, its place is no matter of style, so moving it costs less. */
function Dot({ at, r, colour }: { at: Point; r: number; colour: string }) {
  return <polyline points={points([at, at])} stroke={colour} strokeWidth={2 * r} strokeLinecap="round" />;
}

/** The stick in the hand, enlarged: the eye and the rays over both its ends. */
function Hand({ hand }: { hand: NonNullable<SightLayout['hand']> }) {
  const { box, eye, stick } = hand;
  return (
    <g data-inset="hand">
      <rect x={box.x} y={box.y} width={box.w} height={box.h} rx={8} fill="var(--sheet)" stroke="var(--edge)" strokeWidth={1.5} />
      {stick.map((end) => (
        <polyline key={end.y} points={points([eye, end])} stroke="var(--slate)" strokeWidth={1.5} strokeDasharray="4 3" />
      ))}
      <polyline points={points(stick)} stroke="var(--resin-text)" strokeWidth={5} />
      <Dot at={eye} r={4.5} colour="var(--ink)" />
    </g>
  );
}

interface FootProps {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly stem: string;
  readonly ground: string;
  readonly pom: string;
  readonly ghost: boolean;
}

/** The foot of the stem, enlarged; it stays as it is while sights are typed. */
const Foot = memo(function Foot({ stem, ground, pom, ghost, ...box }: FootProps) {
  return (
    <g data-inset="foot">
      <clipPath id="inset">
        <rect {...box} rx={8} />
      </clipPath>
      <rect {...box} rx={8} fill="var(--sheet)" stroke="var(--edge)" strokeWidth={1.5} />
      <g clipPath="url(#inset)">
        <polygon points={stem} fill="var(--stem)" stroke="var(--ink)" strokeWidth={1.2} />
        <polyline points={ground} stroke="var(--ink)" strokeWidth={1.6} />
        <PomLine at={pom} ghost={ghost} />
      </g>
    </g>
  );
});

function PomLine({ at, ghost }: { at: string; ghost: boolean }) {
  return <polyline points={at} stroke="var(--resin-text)" strokeWidth={3.5} strokeDasharray={ghost ? '3 3' : undefined} />;
}

/** The soil under the ground line; its other edges, drawn with the same pen, lie outside the sheet. */
function soil({ ground: [left, right], width, height }: SightLayout): string {
  const out = 10;
  const below = height + out;
  return points([left, right, { x: width + out, y: right.y }, { x: width + out, y: below }, { x: -out, y: below }, { x: -out, y: left.y }]);
}

/** An upright line with a bar at both ends. */
const bracket = (x: number, from: number, to: number): readonly Point[] => [
  { x: x - 7, y: from },
  { x: x + 7, y: from },
  { x, y: from },
  { x, y: to },
  { x: x - 7, y: to },
  { x: x + 7, y: to },
];

/** An upright box about a line. */
const box = (x: number, half: number, from: number, to: number) =>
  points([
    { x: x - half, y: from },
    { x: x + half, y: from },
    { x: x + half, y: to },
    { x: x - half, y: to },
  ]);

function labelColour(id: string): string {
  if (id === 'dbh') return 'var(--resin-text)';
  if (id === 'height:tip') return 'var(--ink)';
  if (id.startsWith('height:') || id === 'eye-height' || id === 'ground') return 'var(--soft)';
  return 'var(--slate)';
}
