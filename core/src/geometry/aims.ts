import { aimAt } from '../height/index';
import { DEFAULT_FORM, profileHeight } from '../stem/index';
import { echoAngle, metres, readingOf, showDiameter } from '../units';
import type { Ground, SceneMark } from './scene';

/**
 * Where to aim for the merchantable top, the ends of logs or the crown base, and what the instrument will read there: from
 * the tree's own profile with the form of an average stem; the crown base as such crowns usually begin.
 */
export function aims({ input, station, height }: Ground, crownBase: number): readonly SceneMark[] {
  const { protocol, result, scale } = input;
  const rule = protocol.merchantable;
  const dbh = result.dbh.ok ? result.dbh.value : null;
  if (!station || !result.height.ok) return [];
  const lower = { distance: station.distance, base: station.base?.t ?? station.predictedBase, markHeight: station.markHeight };
  const mark = (at: number, what: string, target: SceneMark['target'] = 'merchantable'): SceneMark => {
    const reading = Math.round(readingOf(aimAt(metres(at), lower), scale));
    return { target, at: { x: 0, y: at }, ghost: true, text: `${what}: ${echoAngle(reading, scale)}` };
  };
  if (input.aim === 'crown-base') return result.crownBase.ok ? [] : [mark(crownBase, 'perhaps', 'crown-base')];
  if (!rule || !dbh || height <= dbh.pom) return [];
  const stem = { diameter: dbh.value, pom: dbh.pom, height: metres(height), form: DEFAULT_FORM };
  const tops = rule.tops
    .filter((t) => t.diameter < dbh.value)
    .map((t) => ({ at: profileHeight(metres(t.diameter), stem), what: showDiameter(metres(t.diameter), protocol.units) }));
  const first = tops[0];
  if (!first) return [];
  if (input.aim === 'merchantable' || !rule.logs) return tops.slice(0, 2).map((t) => mark(t.at, t.what));
  const log = rule.logs.length + rule.logs.trim;
  const ends = Math.floor((first.at - rule.stumpHeight) / log);
  return Array.from({ length: Math.min(ends, 5) }, (_, i) => mark(rule.stumpHeight + log * (i + 1), `log ${i + 1}`));
}
