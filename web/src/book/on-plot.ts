import { metres, type ToolName, type TreeResult, TYPICAL_ERRORS } from '@arbolito/core';
import type { RecordOf } from '../contract/envelope';
import type { InclusionAnswer, PlaceInput } from '../contract/sampling';
import { withoutNulls } from '../contract/without-nulls';
import type { Book } from './book';
import { inShort } from './in-short';
import { inclusionOf, standsAt } from './inclusion';
import { type PlotSample, sampleOf } from './sample';
import type { Stated } from './things';

/** A plot with what its trees are judged by. */
export interface JudgedPlot {
  readonly record: Stated<'plot'>;
  readonly sample: PlotSample;
  /** What the judging follows from. */
  readonly from: string;
}

/** The plots of a survey, each looked through once for all its trees. */
export class PlotsOf {
  private readonly plots = new Map<string, JudgedPlot | null>();

  constructor(
    private readonly book: Book,
    private readonly survey: string,
  ) {}

  of(id: string | null): JudgedPlot | null {
    if (id === null) return null;
    const known = this.plots.get(id);
    if (known !== undefined) return known;
    const record = this.book.find('plot', id);
    const judged = record && judgedPlot(this.book.find('survey', this.survey), record, this.book.find('stratum', record.body.stratum));
    this.plots.set(id, judged);
    return judged;
  }
}

/** One plot with what its trees are judged by: the same as long as survey, plot and stratum are. */
export function judgedPlot(survey: Stated<'survey'> | null, record: Stated<'plot'>, stratum: Stated<'stratum'> | null): JudgedPlot {
  const design = survey?.body.design ?? null;
  return {
    record,
    sample: sampleOf(record, stratum, design),
    from: inShort(JSON.stringify([record.body, stratum?.body, design])),
  };
}

/** Where a tree stands on its plot, as that was found; null where nobody said. */
export function placeOf({ place, azimuth, distance }: RecordOf<'tree'>['body']): PlaceInput | null {
  if (place) return withoutNulls(place) as PlaceInput;
  if (distance == null) return null;
  const bearing = azimuth == null ? {} : { bearing: azimuth };
  return { value: distance, unit: 'm', along: 'level', to: 'axis', by: 'tape', ...bearing };
}

/** How a tree stands on its plot. */
export interface OnPlot {
  /** Metres east and north of the centre, the survey's own north up; null where it is not placed. */
  readonly at: { readonly x: number; readonly y: number } | null;
  readonly inclusion: InclusionAnswer | null;
  /** Whether it is too near the limit for what it was found with: distance or diameter is not by tape. */
  readonly undecided: boolean;
  /** Why nobody can say whether it is in; null where that is said, and where nobody told how far it stands. */
  readonly unsaid: { readonly code: string; readonly reason: string } | null;
}
export const NOT_PLACED: OnPlot = { at: null, inclusion: null, undecided: false, unsaid: null };

/** Whether a tree is no tree of its plot: past its limit, or on the other side of the tract's or stratum's edge. */
export const isOut = ({ inclusion, unsaid }: OnPlot): boolean => inclusion?.in === false || unsaid?.code === 'tree-outside';

/** Tools whose diameter decides near a limit. */
const TAPES: ReadonlySet<ToolName> = new Set(['diameter-tape', 'plain-tape', 'caliper']);

/**
 * Whether a tree is in its plot, and where on it.
 * @param result of its readings
 */
export function onPlot({ body }: Stated<'tree'>, plot: JudgedPlot | null, result: TreeResult | undefined): OnPlot {
  const place = placeOf(body);
  if (!plot || !place) return NOT_PLACED;
  if (!plot.sample.ok) return { ...NOT_PLACED, unsaid: { code: 'no-size', reason: plot.sample.reason } };
  const { sample } = plot.sample;
  const dbh = result?.dbh;
  const at = standsAt(sample, place, dbh?.ok ? dbh.value.unrounded : null);
  if (!dbh?.ok)
    return { ...NOT_PLACED, at, unsaid: { code: dbh?.code ?? 'no-diameter', reason: dbh?.reason ?? 'No diameter is read yet.' } };
  const { unrounded, sigmaUnrounded } = dbh.value;
  const found = inclusionOf({ unrounded: metres(unrounded), sigmaUnrounded: metres(sigmaUnrounded) }, sample, place, TYPICAL_ERRORS);
  if (!found.ok) return { ...NOT_PLACED, at, unsaid: found.missing };
  const byTape = place.by === 'tape' && TAPES.has(dbh.value.tool);
  return { at, inclusion: found.value, undecided: found.value.near && !byTape, unsaid: null };
}
