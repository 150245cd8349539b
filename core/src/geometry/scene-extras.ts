import { formatLength, metres, showHeight, toMetres } from '../units';
import { aims } from './aims';
import type { Ground, SceneExtras } from './scene';
import { type Drawn, SCENES } from './scenes/index';

/**
 * Poles, sticks, shadows, second stations, marks and plumb lines of the method in hand.
 * @param g what is drawn already
 * @param tipX how far the tip hangs beside the foot, metres toward the eye
 * @param crownBase where the crown begins or probably does, metres
 */
export function sceneExtras(g: Ground, tipX: number, crownBase: number): SceneExtras {
  const made: Drawn = { lines: [], marks: [], sights: [], far: null, hand: null };
  SCENES[g.method ?? 'two-sights'].draw?.(g, made, tipX);
  lowerMark(g, made);
  if (g.station?.plumb) {
    const to = { x: tipX, y: (g.feet.y / g.feet.x) * tipX };
    const text = `${showHeight(g.station.plumb.distance, g.input.protocol.units)} to plumb`;
    made.lines.push({ target: 'plumb', from: { x: tipX, y: g.height }, to, style: 'plumb', ghost: false, text: '' });
    made.marks.push({ target: 'plumb', at: to, text });
  }
  const lean = g.own('lean');
  const ASIDE = { eye: 'to you', away: 'away', side: 'aside' } as const;
  if (lean && lean.value > 0) {
    made.marks.push({
      target: 'lean',
      at: { x: tipX * 0.8, y: g.height * 0.8 },
      text: `leans ${lean.value}° ${ASIDE[lean.toward]}`,
      quiet: true,
    });
  }
  if (g.input.aim) made.marks.push(...aims(g, crownBase));
  const crown = g.own('crown');
  return {
    ...made,
    shoulder: crown ? { halfWidth: toMetres(crown.halfWidth, crown.unit), depth: toMetres(crown.depth, crown.unit) } : null,
  };
}

/** A mark or transponder the lower sight met, or a level datum. */
function lowerMark(g: Ground, made: Drawn): void {
  const told = g.own('mark-height');
  if (!told) return;
  const y = toMetres(told.value, told.unit);
  made.marks.push({
    target: 'mark',
    at: { x: g.diameter / 2, y },
    text: `mark ${formatLength(metres(y), g.input.protocol.units === 'us' ? 'ft' : 'm', 2)}`,
  });
}
