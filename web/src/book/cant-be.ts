import type { Finding, FindingTarget } from '@arbolito/core';

/** What a tree's sums are made of. */
export type Measured = 'diameter' | 'height';

const OF_DIAMETER: ReadonlySet<string> = new Set<FindingTarget>(['dbh']);
/** What of a tree can't be so, by what is wrong with it. */
export const outOf = (findings: readonly Finding[]): readonly Measured[] => [
  ...new Set(
    findings.flatMap((f) => (f.severity === 'wrong' ? [OF_DIAMETER.has(f.target) ? ('diameter' as const) : ('height' as const)] : [])),
  ),
];
