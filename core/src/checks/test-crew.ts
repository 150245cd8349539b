import type { Stream } from '../practice/chance';
import type { Reading } from '../reading/index';
import { PRESETS, type PresetKey } from '../survey/index';
import { deriveTree, type SpeciesFigures } from '../tree/index';
import { metres } from '../units';
import { type CheckInput, checkTree, type Finding, type PreviousDiameter, type PreviousHeight } from './index';

/** What a simulated crew knows and does at one tree: the truth, its instruments, and what it reads. */
export interface CrewTree {
  readonly preset: PresetKey;
  readonly readings: readonly Reading[];
  readonly species: SpeciesFigures;
  /** Null where the kit does not know it. */
  readonly eyeHeight: number | null;
  readonly reach: number;
  readonly height: number;
  readonly dbh: number;
  readonly previous?: readonly PreviousDiameter[];
  readonly previousHeight?: PreviousHeight;
}

type Scale = 'percent' | 'degree' | 'half-degree' | 'fixed';

/** A tree that stands, read by instruments with errors of their own: coordinates and rays, none of the core's formulas. */
export function crewTree(
  s: Stream,
  preset: PresetKey,
  more: { slopeRead?: boolean; scale?: Scale; visited?: boolean; stations?: number } = {},
): CrewTree {
  // one tree in seven of a forest stands at its edge or in a gap
  const open = preset === 'street' || preset === 'tall-tree' || s.uniform() < 1 / 7;
  const crown = s.uniform() < 0.5 ? 'conifer' : 'broad';
  const height = preset === 'tall-tree' ? s.between(25, 60) : s.between(7, 35);
  // forest trees slender, those at its edge stouter, street trees and old giants as they come
  const [middle, spread] = !open ? [68, 0.25] : preset === 'street' || preset === 'tall-tree' ? [27.5, 0.37] : [38, 0.28];
  const slender = Math.exp(Math.log(middle) + s.normal(spread));
  const dbh = (height - 1.3) / slender;
  const tip = { x: s.normal(crown === 'conifer' ? 0.5 : 1.5), z: s.normal(crown === 'conifer' ? 0.5 : 1.5) };
  const eyeTrue = s.between(1.5, 1.8);
  const kit = s.uniform() < 0.6;
  const stations = more.stations ?? 1 + Math.floor(s.uniform() * 3);
  const slopeRead = more.slopeRead ?? s.uniform() < 0.5;
  const scale = more.scale ?? (['percent', 'degree', 'half-degree', 'fixed'] as const)[Math.floor(s.uniform() * 4)] ?? 'percent';
  const steep = s.uniform() < 0.3;
  const readings: Reading[] = [{ kind: 'diameter', tool: 'diameter-tape', value: round(100 * dbh + s.normal(0.2), 1), unit: 'cm' }];
  for (let i = 0; i < stations; i++) {
    const station = 'ABC'[i] as string;
    const bearing = s.between(0, 360);
    const { distance, slope } = standing(s, height, steep ? 30 : 10);
    const eye = eyeTrue + s.normal(0.03) - distance * slope;
    const [cos, sin] = [Math.cos((bearing * Math.PI) / 180), Math.sin((bearing * Math.PI) / 180)];
    const away = Math.hypot(distance - (tip.x * cos + tip.z * sin), tip.z * cos - tip.x * sin);
    const angle = (up: number, level: number) => Math.atan2(up, level) + s.normal((0.25 * Math.PI) / 180);
    const shown = (target: 'tip' | 'base' | 'ground', a: number): Reading => {
      const degrees = (a * 180) / Math.PI;
      if (scale === 'degree') return { kind: 'angle', target, value: round(degrees, 1), scale: 'degree', station };
      if (scale === 'half-degree') return { kind: 'angle', target, value: Math.round(degrees * 2) / 2, scale: 'degree', station };
      if (scale === 'fixed')
        return { kind: 'angle', target, value: round(20 * Math.tan(a), 1), scale: 'fixed', scaleDistance: 20, station };
      return { kind: 'angle', target, value: Math.round(100 * Math.tan(a)), scale: 'percent', station };
    };
    const along = slopeRead ? 'slope' : 'level';
    const taped = slopeRead ? (distance / Math.cos(Math.atan(slope))) * (1 + s.normal(0.003)) : distance * (1 + s.normal(0.001));
    readings.push(
      { kind: 'bearing', value: bearing, station },
      { kind: 'distance', value: round(taped, 1), unit: 'm', along, to: 'axis', station },
      shown('tip', angle(height - eye, away)),
      shown('base', angle(-eye, distance)),
    );
    if (slopeRead) readings.push(shown('ground', Math.atan(slope) + s.normal((0.25 * Math.PI) / 180)));
  }
  const years = s.between(2, 8);
  const visited = more.visited ?? s.uniform() < 0.4;
  return {
    preset,
    readings,
    species: { crown },
    eyeHeight: kit ? eyeTrue : null,
    reach: s.between(0.58, 0.75),
    height,
    dbh,
    ...(visited
      ? {
          previous: [
            {
              // one in five stands still: suppressed, or old
              diameter: dbh - years * (s.uniform() < 0.2 ? 0 : s.between(0.001, 0.008)) + s.normal(0.002),
              sigma: 0.002,
              pom: PRESETS[preset].options.breastHeight,
              years,
            },
          ],
          previousHeight: { height: height - years * s.between(0.05, 0.5) + s.normal(0.6), sigma: 0.6, years },
        }
      : {}),
  };
}

/** Where a crew stands: about a tree's length away, on ground up to so steep, degrees; back from where the tip is past 57°. */
function standing(s: Stream, height: number, steepest: number): { distance: number; slope: number } {
  for (;;) {
    const distance = height * 1.1 * Math.exp(s.normal(0.3));
    const slope = Math.tan((s.between(-1, 1) * steepest * Math.PI) / 180);
    if (height / distance + slope < 1.55) return { distance, slope };
  }
}

export const round = (n: number, decimals: number) => Number(n.toFixed(decimals));

/** What the checks say of it, advice too. */
export function crewFindings(t: CrewTree): readonly Finding[] {
  const protocol = PRESETS[t.preset].options;
  const eye = t.eyeHeight === null ? {} : { eyeHeight: metres(t.eyeHeight) };
  const result = deriveTree({ readings: t.readings, protocol, species: t.species, ...eye });
  const input: CheckInput = {
    readings: t.readings,
    result,
    protocol,
    species: t.species,
    reach: t.reach,
    ...(t.previous ? { previous: t.previous } : {}),
    ...(t.previousHeight ? { previousHeight: t.previousHeight } : {}),
  };
  return checkTree(input);
}

/** Whether something looks wrong: an advice is no alarm. */
export const alarms = (findings: readonly Finding[]): boolean => findings.some((f) => f.severity !== 'advice');
