import { type AngleScale, UNITS_OF, type UnitSystem } from '@arbolito/core';
import type { Preferences } from '../../field/preferences';
import { METHODS, type MeasureMethod } from '../../methods/index';
import { TOOL_NAMES } from '../../methods/say-reading';

const SCALES: Readonly<Record<AngleScale['kind'], string>> = {
  percent: 'per cent',
  degree: 'degrees',
  topographic: 'topographic scale',
  fixed: 'a fixed-distance scale',
  dial: 'a dial',
};

/** How it is read, in words that can be told apart: units, scale, tool, way of the height. */
export function waysInWords(
  p: Pick<Preferences, 'scale' | 'tool' | 'method' | 'diameterUnit' | 'lengthUnit'>,
  units: UnitSystem,
): readonly string[] {
  const of = UNITS_OF[units];
  return [
    `${p.diameterUnit ?? of.diameter} and ${p.lengthUnit ?? of.length}`,
    `angles in ${SCALES[p.scale.kind]}`,
    TOOL_NAMES[p.tool],
    METHODS[p.method as MeasureMethod].short,
  ];
}

/**
 * What is read differently here than where readings were last taken.
 * @returns what it is here, and what it was there; null where nothing differs, and at the same place
 */
export function changedWays(
  here: { readonly ways: string; readonly prefs: Preferences },
  before: { readonly ways: string | null; readonly prefs: Preferences | null },
): { readonly here: string; readonly before: string } | null {
  if (before.ways === null || before.ways === here.ways || !before.prefs) return null;
  const [now, then] = [waysInWords(here.prefs, here.prefs.units), waysInWords(before.prefs, before.prefs.units)];
  const differ = now.flatMap((word, i) => (word === then[i] ? [] : [i]));
  if (differ.length === 0) return null;
  const say = (words: readonly string[]) => differ.map((i) => words[i]).join(', ');
  return { here: say(now), before: say(then) };
}
