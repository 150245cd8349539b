import { type AngleScale, type HeightMethod, type LengthUnit, type ToolName, UNITS_OF, type UnitSystem } from '@arbolito/core';
import type { DistanceWay, Instruments } from '../book/slots';
import { readJson, writeJson } from './device';

/** How readings are taken and meant, remembered for each survey; never a measurement. */
export interface Ways {
  readonly scale: AngleScale;
  readonly along: 'level' | 'slope' | 'sight';
  readonly to: 'axis' | 'bark';
  /** How distances are found. */
  readonly by: DistanceWay;
  /** The way heights are usually measured. */
  readonly method: HeightMethod;
  /** What reads shots of distance and angle. */
  readonly shooter: 'laser' | 'ultrasonic';
  readonly tool: ToolName;
  readonly optical: OpticalWay;
  /** Unit of the tape in hand, where it is not the survey's own. */
  readonly diameterUnit: LengthUnit | null;
  readonly lengthUnit: LengthUnit | null;
}

/** What goes along from survey to survey: the person, and what is carried. */
export interface Own {
  readonly person: string | null;
  /** Of single trees until their first reading; what the person's language suggests where nobody chose. */
  readonly units: UnitSystem;
  /** The instruments in hand, by what they are used for. */
  readonly instruments: Instruments;
  /** Warmth of the air, °C, for ultrasound; null where nobody said. */
  readonly celsius: number | null;
  /** The reach the stick in hand is graduated for, metres; 25 in when null. */
  readonly stickReach: number | null;
}

/** How somebody works: here and now. */
export type Preferences = Ways & Own;

/** How an optical dendrometer is used. */
export interface OpticalWay {
  readonly by: 'angle' | 'bands';
  readonly ratio: number;
  readonly along: 'level' | 'sight';
  readonly to: 'axis' | 'face';
  readonly selfCorrecting: boolean;
}

/** How it is read where nobody said otherwise: the units are the survey's own. */
const USUAL: Ways = {
  scale: { kind: 'percent' },
  along: 'level',
  to: 'axis',
  by: 'tape',
  method: 'two-sights',
  shooter: 'laser',
  tool: 'diameter-tape',
  optical: { by: 'angle', ratio: 0.02, along: 'level', to: 'axis', selfCorrecting: false },
  diameterUnit: null,
  lengthUnit: null,
};
const NOBODY: Omit<Own, 'units'> = { person: null, instruments: {}, celsius: null, stickReach: null };

export const usualPreferences = (units: UnitSystem): Preferences => ({ ...USUAL, ...NOBODY, units });

/** Everything that is remembered on this device. */
export interface Saved extends Own {
  /** Of each survey how it was last read there. */
  readonly ways: Readonly<Record<string, Partial<Ways>>>;
  /** The scale of the instrument in hand, where it has one of its own. */
  readonly toolScale: AngleScale | null;
  /** Species in the order of their last use. */
  readonly species: readonly string[];
  /** Whether somebody answered whose readings these are, be it with nobody’s name. */
  readonly asked: boolean;
  /** Where readings were last taken, and in which units. */
  readonly lastIn: { readonly ways: string; readonly units: UnitSystem } | null;
}

const KEY = 'arbolito.preferences';
let saved: Saved | null = null;
const listeners = new Set<() => void>();

export function savedPreferences(): Saved {
  if (!saved) {
    const units = /-US$/i.test(globalThis.navigator?.language ?? '') ? 'us' : 'metric';
    const {
      person,
      units: chosen,
      instruments,
      celsius,
      stickReach,
      ways,
      toolScale,
      species,
      asked,
      lastIn,
    } = readJson<Partial<Saved>>(KEY) ?? {};
    saved = {
      person: person ?? null,
      units: chosen ?? units,
      instruments: instruments ?? {},
      celsius: celsius ?? null,
      stickReach: stickReach ?? null,
      // the ways that an earlier Arbolito remembered for all surveys alike are none's now
      ways: ways ?? {},
      toolScale: toolScale ?? null,
      species: species ?? [],
      asked: asked ?? false,
      lastIn: lastIn ?? null,
    };
  }
  return saved;
}

/** @returns what ends the listening */
export function onPreferences(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Remembers, and tells whoever shows it. */
export function savePreferences(change: Partial<Saved>): void {
  saved = { ...savedPreferences(), ...change };
  writeJson(KEY, saved);
  for (const tell of listeners) tell();
}

/** Takes an instrument in hand, or lays it down: its scale is the one that is read from now on, in every survey. */
export function takeInHand(instruments: Instruments, scale: AngleScale | null): void {
  const { ways } = savedPreferences();
  if (!scale) {
    savePreferences({ instruments });
    return;
  }
  const others = Object.entries(ways).map(([key, { scale: _, ...rest }]) => [key, rest]);
  savePreferences({ instruments, toolScale: scale, ways: Object.fromEntries(others) });
}

/** Names what ways are remembered for: a survey, or single trees in one system of units. */
export const waysKey = (survey: string | null, units: UnitSystem) => survey ?? `single ${units}`;

/** How it is read in a survey: as it was last read there, else as usual. */
export function preferencesIn(key: string, { ways, toolScale, person, units, instruments, celsius, stickReach }: Saved): Preferences {
  const own = { person, units, instruments, celsius, stickReach };
  return { ...USUAL, ...(toolScale ? { scale: toolScale } : {}), ...ways[key], ...own };
}

/** Remembers it. */
export function savePreferencesIn(key: string, { person, units, instruments, celsius, stickReach, ...ways }: Preferences): void {
  savePreferences({ person, units, instruments, celsius, stickReach, ways: { ...savedPreferences().ways, [key]: ways } });
}

/** The units in which bare numbers are meant. */
export function tapeUnits(p: Preferences): { readonly diameter: LengthUnit; readonly length: LengthUnit } {
  const units = UNITS_OF[p.units];
  return { diameter: p.diameterUnit ?? units.diameter, length: p.lengthUnit ?? units.length };
}

/** So many species are remembered as used last. */
const RECENT = 12;

/** Species that were used just now, by id: they are offered first from now on. */
export function speciesUsed(ids: readonly string[]): void {
  const before = savedPreferences().species;
  const species = [...new Set([...ids, ...before])].slice(0, RECENT);
  if (species.join() !== before.join()) savePreferences({ species });
}
