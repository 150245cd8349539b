import { metres, TYPICAL_ERRORS } from '@arbolito/core';
import type { Book } from '../../book/book';
import { inclusionOf } from '../../book/inclusion';
import { sampleOf } from '../../book/sample';
import type { Stated } from '../../book/things';
import type { TreeRow } from '../../book/tree-row';
import type { BodyOf } from '../../contract/envelope';
import { SAMPLES_OF } from '../../contract/kinds/survey';

/**
 * What another way of sampling would do to a survey's trees, as a sentence: which of those that are placed would come in or
 * go out. Readings stay as they are.
 * @param rows as they are now
 */
export function changedBy(
  book: Book,
  survey: Stated<'survey'>,
  { kind, design }: Pick<BodyOf<'survey'>, 'kind' | 'design'>,
  rows: readonly TreeRow[],
): string | null {
  if (JSON.stringify([kind, design]) === JSON.stringify([survey.body.kind, survey.body.design ?? null])) return null;
  const plots = book.partsOf(survey.entity, 'plot');
  const placed = rows.filter((r) => r.plot !== null && !r.struck);
  if (SAMPLES_OF[kind].length === 0)
    return plots.length === 0
      ? 'It has no plots, and will have none.'
      : `Its ${plots.length} plots and what was read on them stay in the book; their trees count as trees of the tract, and nothing is said per hectare from plots.`;
  let [cameIn, wentOut, unsaid] = [0, 0, 0];
  for (const row of placed) {
    const record = book.find('plot', row.plot);
    const { inclusion } = row.onPlot;
    if (!record || row.dbh === null || inclusion === null) {
      unsaid++;
      continue;
    }
    const sample = sampleOf(record, book.find('stratum', record.body.stratum), design ?? null);
    // where it stands was found already: the level distance and its bearing are enough
    const at = row.onPlot.at;
    const bearing = at ? ((Math.atan2(at.x, at.y) * 180) / Math.PI + 360) % 360 : null;
    const place = {
      value: inclusion.distance,
      unit: 'm',
      along: 'level',
      to: 'axis',
      by: 'tape',
      ...(bearing === null ? {} : { bearing }),
    } as const;
    const dbh = { unrounded: metres(row.dbh), sigmaUnrounded: metres(TYPICAL_ERRORS.diameter) };
    const found = sample.ok ? inclusionOf(dbh, sample.sample, place, TYPICAL_ERRORS) : null;
    if (!found?.ok) unsaid += found?.missing.code === 'too-thin' ? 0 : 1;
    const then = found?.ok ? found.value.in : false;
    if (found && inclusion.in && !then) wentOut++;
    if (found && !inclusion.in && then) cameIn++;
  }
  const own = plots.filter((p) => p.body.radius != null || p.body.width != null || p.body.basalAreaFactor != null).length;
  const parts = [
    wentOut > 0 && `${wentOut} of its trees would go out`,
    cameIn > 0 && `${cameIn} that were out would come in`,
    wentOut + cameIn === 0 && 'No tree that is placed would come in or go out',
  ].filter(Boolean);
  const missed =
    wentOut + cameIn === 0 && unsaid === 0
      ? ''
      : ' Trees that nobody looked for are not in the book: where the new limit is larger, plots must be walked again.';
  return `${parts.join(', ')}.${unsaid > 0 ? ` Of ${unsaid} it can’t be told: how far they stand, or how thick, is not said.` : ''}${own > 0 ? ` ${own} plots say their own size and keep it.` : ''}${missed}`;
}
