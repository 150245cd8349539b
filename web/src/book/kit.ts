import {
  type AnyDiameter,
  calibratePace,
  DomainError,
  type JudgedTool,
  type Pace,
  paceOf,
  pairedErrorOf,
  plusSums,
  type Reading,
  sumsOf,
  type ToolRecord,
  TYPICAL_SHARES,
  toolOf,
} from '@arbolito/core';
import type { RecordOf } from '../contract/envelope';
import type { BodyMeasure } from '../contract/kinds/body-measure';
import { checkOf, correctionAt, type InstrumentCheck } from './instrument-checks';
import { scaleEndOf } from './instrument-scale';
import { JUDGED_TOOLS, withTool } from './paired-diameters';
import { paceKey } from './paired-distances';
import type { Stated, Thing, Things } from './things';
import { type Told, type ToolError, ToolErrors, together } from './tool-errors';
import { type Unusable, usable } from './usable';

/** Who read something, with what, when and in which survey: what the kit is asked by. */
export interface TakenBy {
  readonly person: string | null;
  readonly instrument: string | null;
  readonly at: string;
  readonly survey: string | null;
}

const byDay = <T extends Stated<'body-measure' | 'pace-calibration' | 'tool-calibration'>>(all: readonly T[]): readonly T[] =>
  all.toSorted((a, b) => (a.body.on === b.body.on ? (a.entity < b.entity ? -1 : 1) : a.body.on < b.body.on ? -1 : 1));

/** A person's pace, with how far single walks are from it. */
export type PersonPace = Omit<Pace, 'careful'>;

const NOTHING: object = {};

/** What the book knows of people and their tools. */
export class Kit {
  private readonly errors: ToolErrors;
  private readonly checks = new Map<string, readonly InstrumentCheck[]>();
  private readonly paces = new Map<string, { readonly stamp: number; readonly pace: PersonPace | null }>();
  private readonly records = new Map<string, { readonly stamp: number; readonly record: ToolRecord | null }>();

  constructor(private readonly things: Things) {
    this.errors = new ToolErrors(things, (person) => this.bodyMeasure(person, 'reach'));
  }

  treeChanged(id: string): void {
    this.errors.treeChanged(id);
  }

  /** Something else the kit is made of has changed. */
  changed(): void {
    this.checks.clear();
    this.paces.clear();
    this.records.clear();
    this.errors.allChanged();
  }

  /** Takes over what pairs say of tools on trees that are not in the book. */
  tell(survey: string, told: Told): void {
    this.errors.tell(survey, told);
  }
  /** What the pairs of one tree say, and whose pace and tools its readings were taken with. */
  toolErrorsOf(tree: string): { readonly errors: readonly ToolError[]; readonly readBy: readonly string[] } {
    return { errors: this.errors.ofTree(tree), readBy: this.errors.readBy(tree) };
  }

  /** A number that changes whenever what a survey's pairs say may have. */
  stamp(survey: string): number {
    return this.errors.stamp(survey);
  }

  /** A person's newest measure of a kind, else what their own record says; metres, null when nobody said. */
  bodyMeasure(person: string, what: BodyMeasure): number | null {
    const taken = this.bodyMeasures(person, what).at(-1);
    if (taken) return taken.body.value;
    const own = this.things.find('person', person)?.body;
    return (what === 'reach' ? own?.reach : what === 'eye-height' ? own?.eyeHeight : null) ?? null;
  }

  /** Every measure of a kind a person took, oldest first. */
  bodyMeasures(person: string, what: BodyMeasure): readonly Thing<'body-measure'>[] {
    return byDay(this.things.partsOf(person, 'body-measure').filter((m) => m.body.what === what));
  }

  /** Every check of an instrument that counts, oldest first. */
  checksOf(instrument: string): readonly InstrumentCheck[] {
    const known = this.checks.get(instrument);
    if (known) return known;
    const all = this.things.partsOf(instrument, 'calibration').flatMap((c) => {
      const check = checkOf(c);
      return check === null || check instanceof DomainError ? [] : [check];
    });
    const checks = all.toSorted((a, b) => (a.at < b.at ? -1 : 1));
    this.checks.set(instrument, checks);
    return checks;
  }

  /** Checks of an instrument, or calibrations of a person's pace, that can't be used. */
  unusableOf(owner: string): readonly Unusable[] {
    const found = [
      ...this.things.partsOf(owner, 'calibration').map((c) => [c, checkOf(c)] as const),
      ...this.things.partsOf(owner, 'pace-calibration').map((c) => [c, calibrated(c)] as const),
    ];
    return found.flatMap(([{ entity, latest }, why]) => (why instanceof DomainError ? [{ id: entity, at: latest.at, why }] : []));
  }

  /** A person's pace calibrations that can be used, oldest first. */
  pacesOf(person: string): readonly Thing<'pace-calibration'>[] {
    return byDay(this.things.partsOf(person, 'pace-calibration').filter((c) => !(calibrated(c) instanceof DomainError)));
  }

  /**
   * A person's pace on a day: the calibration in use then, refined by what was both paced and taped since in the survey;
   * null without either.
   * @param survey null: by calibrations alone
   */
  paceOn(person: string, day: string, survey: string | null): PersonPace | null {
    const all = this.pacesOf(person);
    const inUse = all.findLast((p) => p.body.on <= day) ?? all[0];
    const key = `${person} ${survey} ${inUse?.latest.id}`;
    const stamp = survey === null ? 0 : this.stamp(survey);
    const known = this.paces.get(key);
    if (known?.stamp === stamp) return known.pace;
    const walked = survey === null ? [] : this.errors.of(survey, paceKey(person)).filter((e) => !inUse || e.on >= inUse.body.on);
    const lengths = plusSums(together(walked), sumsOf((inUse?.body.runs ?? []).map((r) => r.course / r.paces)));
    const pace = lengths.n > 0 ? paceOf(lengths) : null;
    this.paces.set(key, { stamp, pace });
    return pace;
  }

  /** What a person's pairs in a survey say of a tool, else what they adopted for every survey; null without either. */
  toolRecord(person: string, tool: JudgedTool, survey: string | null): ToolRecord | null {
    const key = `${person} ${tool} ${survey}`;
    const stamp = survey === null ? 0 : this.stamp(survey);
    const known = this.records.get(key);
    if (known?.stamp === stamp) return known.record;
    const pairs = together(survey === null ? [] : this.errors.of(survey, withTool(person, tool)));
    const adopted = this.adopted(person, tool)?.body;
    const record = pairs.n > 0 ? pairedErrorOf(pairs, adopted?.sigma ?? TYPICAL_SHARES[tool]) : adopted ? recordOf(adopted) : null;
    this.records.set(key, { stamp, record });
    return record;
  }

  /** How many distances a person both paced and taped, over every survey. */
  pacedAndTaped(person: string): number {
    return together(this.errors.everywhere(paceKey(person))).n;
  }

  /** What all of a person's pairs say of a tool, over every survey: what they may adopt. Null without pairs. */
  pairedEverywhere(person: string, tool: JudgedTool): ToolRecord | null {
    const pairs = together(this.errors.everywhere(withTool(person, tool)));
    return pairs.n > 0 ? pairedErrorOf(pairs, TYPICAL_SHARES[tool]) : null;
  }

  /** The error a person adopted for a tool, the newest. */
  adopted(person: string, tool: JudgedTool): Thing<'tool-calibration'> | null {
    const own = this.things
      .partsOf(person, 'tool-calibration')
      .filter(({ body }) => body.tool === tool && body.sigma > 0 && body.sigma <= 1);
    return byDay(own).at(-1) ?? null;
  }

  /** A reading as the core takes it: as it was read, with what the kit knows of its instrument and its person. */
  join(read: Reading, by: TakenBy): Reading {
    const [instrument, own] = [this.instrumentFigures(read, by), this.ownFigures(read, by)];
    // most readings are by nobody's own tool and reach
    return instrument === NOTHING && own === NOTHING ? read : ({ ...instrument, ...own, ...read } as Reading);
  }

  /** What the instrument's record knows of its readings: its own error, and what its checks put right. */
  private instrumentFigures(read: Reading, { instrument: id, at }: TakenBy): object {
    const instrument = this.things.find('instrument', id)?.body;
    if (!instrument || !id) return NOTHING;
    const { sigma } = instrument;
    const checks = this.checksOf(id);
    const of = (what: 'two-way' | 'base') =>
      correctionAt(
        checks.filter((c) => c.what === what),
        at,
      );
    // ultrasound was last checked in air of a known warmth
    const warmth = checks.findLast((c) => c.what === 'base' && c.at <= at)?.found.celsius;
    const air = warmth === undefined ? {} : { checkedCelsius: warmth };
    switch (read.kind) {
      case 'diameter':
        return sigma == null ? {} : { sigma };
      case 'angle': {
        const scaleEnd = scaleEndOf(instrument.scale);
        return { ...(sigma == null ? {} : { sigma }), ...(scaleEnd === null ? {} : { scaleEnd }), ...of('two-way') };
      }
      case 'shot':
        // a laser's own error is a length, an ultrasonic instrument's a share
        return {
          ...(sigma == null ? {} : read.by === 'laser' ? { sigma } : { sigmaShare: sigma }),
          ...of('two-way'),
          ...of('base'),
          ...air,
        };
      case 'distance':
        return { ...(sigma == null ? {} : read.by === 'laser' ? { sigma } : { sigmaShare: sigma }), ...of('base'), ...air };
      default:
        return NOTHING;
    }
  }

  /** What the kit knows of a person with a tool: reach, pace, and the error that their own readings have shown. */
  private ownFigures(read: Reading, { person, at, survey }: TakenBy): object {
    if (!person) return NOTHING;
    switch (read.kind) {
      case 'stick':
      case 'log-scale':
        return this.reachOf(person);
      case 'paces': {
        const own = this.paceOn(person, at.slice(0, 10), survey);
        return own ? { pace: own.pace, ...(own.spread ? { sigmaShare: own.spread } : {}) } : {};
      }
      case 'diameter':
      case 'optical-diameter': {
        const tool = toolOf(read as AnyDiameter) as JudgedTool;
        const record = JUDGED_TOOLS.includes(tool) ? this.toolRecord(person, tool, survey) : null;
        const reach = read.kind === 'diameter' && read.tool === 'biltmore-stick' ? this.reachOf(person) : {};
        return { ...reach, ...(record ? { sigmaShare: record.sigma } : {}) };
      }
      default:
        return NOTHING;
    }
  }

  private reachOf(person: string): object {
    const reach = this.bodyMeasure(person, 'reach');
    return reach === null ? {} : { reach };
  }
}

const calibrated = ({ body }: Thing<'pace-calibration'>): Pace | DomainError => usable(() => calibratePace(body.runs));

const recordOf = ({ pairs, bias, biasSigma, sigma }: RecordOf<'tool-calibration'>['body']): ToolRecord => ({
  pairs,
  bias,
  biasSigma: biasSigma ?? null,
  sigma,
});
