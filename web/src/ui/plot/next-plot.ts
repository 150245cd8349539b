import { walkingOrder } from '../../book/plot-order';
import type { Stated } from '../../book/things';
import { isDone } from './plot-words';

/** The plot after this one on the way that still has something to do; null where none has. */
export function nextPlotOf(plots: readonly Stated<'plot'>[], here: Stated<'plot'>): Stated<'plot'> | null {
  const ordered = walkingOrder(plots);
  const at = ordered.findIndex((p) => p.entity === here.entity);
  const round = [...ordered.slice(at + 1), ...ordered.slice(0, at)];
  return round.find((p) => !isDone(p.body.state)) ?? null;
}
