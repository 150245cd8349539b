import { type AngleScale, type HeightMethod, type LengthUnit, type ToolName, UNITS_OF, type UnitSystem } from '@arbolito/core';
import { v7 } from 'uuid';
import type { Maker } from '../book/make-records';
import type { DistanceWay, Instruments } from '../book/slots';

/** Who makes records here and now. */
export const makerNow = (person: string | null): Maker => ({ device: deviceName(), person, now: new Date(), newId });

/** Minutes after midnight by this device's clock, to a tenth. */
export function minuteNow(): number {
  const now = new Date();
  return now.getHours() * 60 + now.getMinutes() + Math.round(now.getSeconds() / 6) / 10;
}

/** A time-ordered id for a new record. */
export const newId = (): string => v7();

/** What this device remembers about how its person works; never a measurement. */
export interface Preferences {
  readonly scale: AngleScale;
  readonly units: UnitSystem;
  readonly along: 'level' | 'slope' | 'sight';
  readonly to: 'axis' | 'bark';
  /** How distances are found. */
  readonly by: DistanceWay;
  /** The way heights are usually measured. */
  readonly method: HeightMethod;
  /** The instruments in hand, by what they are used for. */
  readonly instruments: Instruments;
  /** Warmth of the air, °C, for ultrasound; null where nobody said. */
  readonly celsius: number | null;
  /** What reads shots of distance and angle. */
  readonly shooter: 'laser' | 'ultrasonic';
  readonly tool: ToolName;
  /** The reach the stick in hand is graduated for, metres; 25 in when null. */
  readonly stickReach: number | null;
  readonly optical: OpticalWay;
  /** Unit of the tape in hand, where it is not the survey's own. */
  readonly diameterUnit: LengthUnit | null;
  readonly lengthUnit: LengthUnit | null;
  readonly person: string | null;
}

/** How an optical dendrometer is used. */
export interface OpticalWay {
  readonly by: 'angle' | 'bands';
  readonly ratio: number;
  readonly along: 'level' | 'sight';
  readonly to: 'axis' | 'face';
  readonly selfCorrecting: boolean;
}

const KEY = 'arbolito.preferences';

/** How somebody works of whom nothing is known yet. */
export const usualPreferences = (units: UnitSystem): Preferences => ({
  scale: { kind: 'percent' },
  units,
  along: 'level',
  to: 'axis',
  by: 'tape',
  method: 'two-sights',
  instruments: {},
  celsius: null,
  shooter: 'laser',
  tool: 'diameter-tape',
  stickReach: null,
  optical: { by: 'angle', ratio: 0.02, along: 'level', to: 'axis', selfCorrecting: false },
  diameterUnit: null,
  lengthUnit: null,
  person: null,
});

/** Read once a page; falls back to what the person's language suggests. */
export function loadPreferences(): Preferences {
  const byLanguage = usualPreferences(/-US$/i.test(globalThis.navigator?.language ?? '') ? 'us' : 'metric');
  return { ...byLanguage, ...readJson<Partial<Preferences>>(KEY) };
}
export const savePreferences = (p: Preferences) => writeJson(KEY, p);

/** The units in which bare numbers are meant. */
export function tapeUnits(p: Preferences): { readonly diameter: LengthUnit; readonly length: LengthUnit } {
  const units = UNITS_OF[p.units];
  return { diameter: p.diameterUnit ?? units.diameter, length: p.lengthUnit ?? units.length };
}

/** This device's own name on its records. */
export function deviceName(): string {
  const known = readJson<string>('arbolito.device');
  if (typeof known === 'string') return known;
  const made = `device ${newId().slice(-12)}`;
  writeJson('arbolito.device', made);
  return made;
}

/** Local storage, which some browsers switch off: without it nothing is remembered, and nothing breaks. */
export function readJson<T>(key: string): T | null {
  try {
    return JSON.parse(localStorage.getItem(key) ?? 'null') as T | null;
  } catch {
    return null;
  }
}
export function writeJson(key: string, value: unknown): void {
  try {
    if (value === null) localStorage.removeItem(key);
    else localStorage.setItem(key, JSON.stringify(value));
  } catch {}
}
