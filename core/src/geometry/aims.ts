import { aimsFrom } from '../tree/index';
import { echoAngle, readingOf } from '../units';
import type { Ground, SceneMark } from './scene';

/** Where to aim at the step in hand, drawn on the stem with what the instrument will read there. */
export function aims({ input, station }: Ground, crownBase: number): readonly SceneMark[] {
  const { protocol, result, scale, aim } = input;
  if (!station || !result.height.ok) return [];
  const wanted = aim === 'logs' && protocol.merchantable?.logs ? 'log-end' : aim === 'crown-base' ? 'crown-base' : 'merchantable';
  return aimsFrom(station, result, protocol, crownBase)
    .filter((a) => a.kind === wanted)
    .map((a) => ({
      target: wanted === 'crown-base' ? 'crown-base' : 'merchantable',
      at: { x: 0, y: a.height },
      ghost: true,
      text: `${a.kind === 'crown-base' ? 'perhaps' : a.name}: ${echoAngle(Math.round(readingOf(a.reading, scale)), scale)}`,
    }));
}
