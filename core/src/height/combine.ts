import { DomainError, type Metres, metres, requireAbove } from '../units';

/** One determination of a height, with its standard error. */
export interface Determined {
  readonly value: number;
  readonly sigma: number;
}
export interface Combined {
  readonly value: Metres;
  /** Of the mean; widened where the determinations disagree. */
  readonly sigma: Metres;
  /** Standard deviation of the determinations about their plain mean, n − 1. */
  readonly spread: Metres;
  /** Whether they lie within each other's errors: chance alone would pass them in 99 of 100 trees. */
  readonly agree: boolean;
  /** Which one is out of line: the one without which the others agree best. Null where they agree, or where two can't tell. */
  readonly odd: number | null;
}

/**
 * Several determinations of one height: their mean, each weighted by one over its error squared. Where they disagree the
 * error is widened to what they show (Birge's ratio); none is left out.
 * @param all two or more, errors above 0
 * @returns metres
 * @throws DomainError `out-of-range` for fewer than two, or an error that is not above 0
 * @source inverse-variance mean; R. T. Birge, Phys. Rev. 40, 207 (1932)
 * @example combineHeights([{ value: 20, sigma: 0.5 }, { value: 21, sigma: 0.5 }]).value // 20.5
 */
export function combineHeights(all: readonly Determined[]): Combined {
  if (all.length < 2) throw new DomainError('out-of-range', 'determinations', all.length, 'two or more');
  for (const d of all) requireAbove('error of a determination', d.sigma);
  const { mean, weight, chi2 } = weighted(all);
  const n = all.length;
  const agree = chi2 <= chiSquare99(n - 1);
  const plain = all.reduce((s, d) => s + d.value, 0) / n;
  const spread = Math.sqrt(all.reduce((s, d) => s + (d.value - plain) ** 2, 0) / (n - 1));
  let odd: number | null = null;
  if (!agree && n > 2) {
    const without = all.map((_, i) => weighted(all.filter((_, j) => j !== i)).chi2);
    odd = without.indexOf(Math.min(...without));
  }
  return {
    value: metres(mean),
    sigma: metres(Math.sqrt(1 / weight) * Math.max(1, Math.sqrt(chi2 / (n - 1)))),
    spread: metres(spread),
    agree,
    odd,
  };
}

function weighted(all: readonly Determined[]) {
  let [weight, sum] = [0, 0];
  for (const { value, sigma } of all) {
    weight += 1 / sigma ** 2;
    sum += value / sigma ** 2;
  }
  const mean = sum / weight;
  return { mean, weight, chi2: all.reduce((s, d) => s + ((d.value - mean) / d.sigma) ** 2, 0) };
}

/** The 99 % point of chi-square; within 1 % of the exact one. @source E. B. Wilson and M. M. Hilferty, PNAS 17, 684 (1931) */
function chiSquare99(df: number): number {
  const c = 2 / (9 * df);
  return df * (1 - c + 2.326348 * Math.sqrt(c)) ** 3;
}
