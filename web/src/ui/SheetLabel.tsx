import type { PlacedLabel } from '@arbolito/core';
import { points } from './svg-path';

interface Props {
  readonly label: PlacedLabel;
  readonly fill: string;
  readonly weight?: number;
}

/** A label of a drawing: on a halo of paper, with a leader where it had to go far. */
export function SheetLabel({ label: { id, text, centre, vertical, leader, size }, fill, weight = 600 }: Props) {
  return (
    <>
      {leader && <polyline points={points(leader)} stroke={fill} strokeWidth={1} strokeOpacity={0.6} />}
      <text
        data-label={id}
        x={centre.x}
        y={centre.y}
        fontSize={size}
        textAnchor="middle"
        dominantBaseline="central"
        className="figure"
        fontWeight={weight}
        fill={fill}
        stroke="var(--sheet)"
        strokeWidth={4}
        strokeLinejoin="round"
        paintOrder="stroke"
        transform={vertical ? `rotate(-90 ${centre.x} ${centre.y})` : undefined}
      >
        {text}
      </text>
    </>
  );
}
