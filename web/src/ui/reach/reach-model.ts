import {
  degreesToRadians,
  type Metres,
  metres,
  parseAngle,
  parseLength,
  type ReachAnswer,
  type ReachQuestion,
  stickForReach,
  tangent,
  UNITS_OF,
  type UnitSystem,
  willItReach,
} from '@arbolito/core';

/** What is typed, as it is typed. */
export interface ReachTexts {
  readonly height: string;
  readonly sigma: string;
  readonly distance: string;
  readonly slope: string;
  readonly objectHeight: string;
  readonly margin: string;
}
export type ReachField = keyof ReachTexts;
export const EMPTY: ReachTexts = { height: '', sigma: '', distance: '', slope: '0', objectHeight: '0', margin: '2' };

export interface ReachView {
  readonly question: ReachQuestion | null;
  readonly answer: ReachAnswer | null;
  /** By field, what is wrong with it. */
  readonly wrong: Readonly<Partial<Record<ReachField, string>>>;
  /** Fields still to be filled. */
  readonly missing: readonly ReachField[];
}

/** A tree as its readings make it, metres. */
export interface MeasuredTree {
  /** Of a leaner its stem length. */
  readonly height: Metres;
  readonly sigma: Metres;
  readonly leans: boolean;
}

/**
 * The question from what is typed, and its answer.
 * @param measured stands for the typed height and its error; null where it is to be measured first, nothing where it is typed
 */
export function reachOf(t: ReachTexts, units: UnitSystem, measured?: MeasuredTree | null): ReachView {
  const unit = UNITS_OF[units].length;
  const wrong: Partial<Record<ReachField, string>> = {};
  const missing: ReachField[] = [];
  const length = (field: Exclude<ReachField, 'slope'>, mayBeZero: boolean): Metres | null => {
    const text = t[field].trim();
    if (text === '') {
      missing.push(field);
      return null;
    }
    if (mayBeZero && /^0([.,]0*)?$/.test(text)) return metres(0);
    const read = parseLength(text, unit);
    if (!read.ok) wrong[field] = read.reason;
    else if (read.metres > 1000) wrong[field] = `${read.echo} is out of range: at most 1000 m.`;
    else return read.metres;
    return null;
  };
  if (measured === null) missing.push('height');
  const typed = measured === undefined;
  const height = typed ? length('height', false) : (measured?.height ?? null);
  const typedSigma = () => (t.sigma.trim() === '' ? metres(0) : length('sigma', true));
  const sigma = typed ? typedSigma() : (measured?.sigma ?? null);
  const distance = length('distance', false);
  const objectHeight = length('objectHeight', true);
  const margin = length('margin', true);
  const slope = parseAngle(t.slope.trim() === '' ? '0' : t.slope, { kind: 'degree' });
  if (!slope.ok) wrong.slope = slope.reason;
  else if (slope.scale.kind !== 'degree' || Math.abs(slope.value) > 60) wrong.slope = 'The slope is in degrees, from −60 to 60.';
  if (height === null || sigma === null || distance === null || objectHeight === null || margin === null || !slope.ok || wrong.slope)
    return { question: null, answer: null, wrong, missing };
  const question: ReachQuestion = {
    height,
    sigma,
    distance,
    objectHeight,
    margin,
    slope: tangent(Math.tan(degreesToRadians(slope.value))),
  };
  return { question, answer: willItReach(question), wrong, missing };
}

/** What a tree and a house usually are: drawn faintly until it is said what they are here. */
const USUAL: Readonly<Record<UnitSystem, Pick<ReachTexts, 'height' | 'distance' | 'objectHeight'>>> = {
  metric: { height: '20', distance: '24', objectHeight: '5' },
  us: { height: '65', distance: '80', objectHeight: '16' },
};

/** The same question with what is usual in the place of what is missing or wrong: a picture, no answer. */
export function ghostOf(t: ReachTexts, units: UnitSystem, measured?: MeasuredTree | null): ReachView {
  const { wrong } = reachOf(t, units, measured);
  const usual = { ...EMPTY, ...USUAL[units] };
  const filled = Object.fromEntries(
    (Object.keys(EMPTY) as ReachField[]).map((f) => {
      const untouched = f === 'objectHeight' && t[f] === EMPTY[f] && t.distance.trim() === '';
      return [f, wrong[f] || t[f].trim() === '' || untouched ? usual[f] : t[f]];
    }),
  ) as unknown as ReachTexts;
  return reachOf(filled, units, measured ?? undefined);
}

/** How long a stick must be for the test without a distance, at a reach and with a tenth to spare. */
export const stickLength = (reach: number) => stickForReach(metres(reach), 0.1);
