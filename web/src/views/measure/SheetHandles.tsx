import type { SightLayout } from '@arbolito/core';
import { Handles } from '../../ui/Handles';
import { draggedText, handlesAt } from './drag';
import type { MeasureModel } from './use-measure';

interface Props {
  readonly m: MeasureModel;
  readonly layout: SightLayout;
  readonly onHold: (layout: SightLayout | null) => void;
}

/** What of the sheet can be dragged at the step in hand. */
export default function SheetHandles({ m, layout, onHold }: Props) {
  const scene = m.scene();
  const { units } = m.prefs;
  return (
    <Handles
      layout={layout}
      handles={handlesAt(m.hand.at, scene)}
      onHold={onHold}
      onDrag={(id, x, y) => m.drag(draggedText(id, scene, units, x, y))}
      onNudge={(h, dx, dy) => m.drag(draggedText(h.id, scene, units, h.x + dx / 2, h.y + dy / 2))}
    />
  );
}
