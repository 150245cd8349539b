import { dotTally } from '@arbolito/core';
import { memo } from 'react';

const SIDE = 14;
const GAP = 5;
const EDGE = 3;
/** More figures than this are a number: nobody counts them. */
const MOST = 5;

/** A count as dots and lines; past fifty as a number. */
export const StrokeFigure = memo(function StrokeFigure({ count }: { count: number }) {
  if (count === 0) return null;
  if (count > MOST * 10) return <span className="figure text-plain">{count}</span>;
  const figures = dotTally(count);
  const width = figures.length * (SIDE + GAP) + 2 * EDGE - GAP;
  return (
    <svg
      width={width}
      height={SIDE + 2 * EDGE}
      viewBox={`0 0 ${width} ${SIDE + 2 * EDGE}`}
      aria-hidden="true"
      className="inline-block align-middle"
      data-strokes={count}
    >
      {figures.map(({ dots, lines }, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a figure is what its place says
        <g key={i} transform={`translate(${EDGE + i * (SIDE + GAP)} ${EDGE})`}>
          {lines.map(([x1, y1, x2, y2]) => (
            <line
              key={`${x1}${y1}${x2}${y2}`}
              x1={x1 * SIDE}
              y1={y1 * SIDE}
              x2={x2 * SIDE}
              y2={y2 * SIDE}
              stroke="currentColor"
              strokeWidth={1.6}
            />
          ))}
          {dots.map(([x, y]) => (
            <circle key={`${x}${y}`} cx={x * SIDE} cy={y * SIDE} r={2.2} fill="currentColor" />
          ))}
        </g>
      ))}
    </svg>
  );
});
