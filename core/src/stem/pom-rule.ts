import type { ProtocolOptions } from '../survey/index';
import { fromMetres, type Metres, metres, type UnitSystem } from '../units';
import type { Trunk } from './trunk';

export type PomRuleName = 'reference' | 'lean' | 'breast-height' | 'fork' | 'butt-swell' | 'swelling' | 'low-branches' | 'vines' | 'snow';

/** One rule at work: what it says to do, and the point it leaves. */
export interface PomStep {
  readonly rule: PomRuleName;
  readonly code: string;
  readonly text: string;
  /** Height along the stem after this rule, metres. */
  readonly pom: Metres;
}
export interface Said {
  readonly code: string;
  readonly text: string;
}

/** What the rules pass from one to the next. Heights of the trunk are already the protocol's own. */
export interface PomState {
  readonly trunk: Trunk;
  readonly protocol: ProtocolOptions;
  readonly diameter: number;
  pom: number;
  /** Where the tape goes, when that is not the point itself. */
  tapes: readonly number[] | null;
  separate: boolean;
  readonly steps: PomStep[];
  readonly flags: Said[];
  readonly assumptions: Said[];
}

/** Two heights nearer than this are one: a tape is never placed finer. */
export const SAME_HEIGHT = 1e-6;

/** Writes down a rule that applied, with the point as it stands now. */
export function step(state: PomState, rule: PomRuleName, code: string, text: string): void {
  state.steps.push({ rule, code, text, pom: metres(state.pom) });
}

/**
 * A height on the stem as a tape shows it: centimetres in metric surveys, hundredths of a foot in US ones.
 * @param height metres
 * @param units of the survey
 * @returns figure and unit
 * @example showPom(metres(1.3716), 'us') // '4.5 ft'
 */
export function showPom(height: Metres, units: UnitSystem): string {
  if (units === 'metric') return `${height.toFixed(2).replace('-', '−')} m`;
  return `${fromMetres(height, 'ft').toFixed(2).replace(/0$/, '').replace('-', '−')} ft`;
}
