import type { FilledTrees, UnfilledTree } from './fill-heights';
import { frameOf, shareOfPlots } from './frame';
import { type ModelTree, modelVariances, withModelError } from './model-error';
import { GROUP_KINDS, type StandFigures, type StandInput, type StandResult } from './stand';

/**
 * The same figures with intervals of volume that hold the errors of height curves and form factors beside the sampling.
 * Diameters, counts, told volumes and board feet keep theirs.
 * @param result of `expand` over the filled trees
 * @param unfilled the trees before, in the same order: which had their volume told
 * @param normal draws from the standard normal distribution
 * @returns the result with wider intervals
 */
export function withModelErrors(
  result: StandResult,
  input: StandInput,
  unfilled: readonly UnfilledTree[],
  { curveOf }: Pick<FilledTrees, 'curveOf'>,
  confidence: number,
  normal: () => number,
): StandResult {
  const frame = frameOf(input);
  const ofWhole = shareOfPlots(frame, input.plots, frame.whole);
  const ofStratum = new Map(
    frame.parts.flatMap((part) =>
      part.stratum ? [[part.stratum.id, { share: shareOfPlots(frame, input.plots, [part]), in: new Set(part.measured) }] as const] : [],
    ),
  );
  const trees = input.trees.flatMap((tree, i): ModelTree[] => {
    const told = unfilled[i] as UnfilledTree;
    const { plot, weight, volume, dbh, groups } = tree;
    if (volume === null || dbh === null || (told.told ?? false)) return [];
    const base = { volume, dbh, equation: told.species ?? '', equationError: told.formFactorError, curve: curveOf[i] ?? null };
    const own = weight * (ofWhole[plot] as number);
    const names =
      own > 0 ? [WHOLE, ...GROUP_KINDS.map((k) => nameOf(k, groups[k])), nameOf('table', `${groups.species} ${groups.class}`)] : [];
    const strata = [...ofStratum].flatMap(([id, s]) =>
      s.in.has(plot) ? [{ ...base, weight: weight * (s.share[plot] as number), sums: [nameOf('stratum', id)] }] : [],
    );
    return [...(names.length > 0 ? [{ ...base, weight: own, sums: names }] : []), ...strata];
  });
  const variances = modelVariances(trees, normal);
  const wider = (figures: StandFigures, name: string): StandFigures =>
    figures.volume ? { ...figures, volume: withModelError(figures.volume, varianceOf(variances, name), confidence) } : figures;
  return {
    ...result,
    whole: result.whole && wider(result.whole, WHOLE),
    strata: result.strata.map((s) => ({ ...s, figures: wider(s.figures, nameOf('stratum', s.id)) })),
    by: Object.fromEntries(
      GROUP_KINDS.map((kind) => [kind, result.by[kind].map((g) => ({ ...g, figures: wider(g.figures, nameOf(kind, g.key)) }))]),
    ) as unknown as StandResult['by'],
    table: result.table.map((c) => ({ ...c, figures: wider(c.figures, nameOf('table', `${c.species} ${c.class}`)) })),
  };
}
/** Of a sum of told volumes alone there is none. */
const varianceOf = (variances: ReadonlyMap<string, number | null>, name: string) =>
  variances.has(name) ? (variances.get(name) ?? null) : 0;
const WHOLE = 'whole';
const nameOf = (kind: string, key: unknown) => `${kind}: ${String(key)}`;
