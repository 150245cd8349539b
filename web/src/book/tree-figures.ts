import { type Answer, DomainError, type ProtocolOptions, type TreeResult } from '@arbolito/core';
import { byEyeOf } from './by-eye';
import { outOf } from './cant-be';
import { inputOf, tryResult } from './derive';
import { treeOutcome } from './outcome';
import { shortOf } from './row-from';
import type { BookTree } from './tree';
import type { TreeRow } from './tree-row';

/** What of a tree's row follows from what was read or called of it, whoever it is and wherever it stands. */
type Figures = Pick<
  TreeRow,
  'dbh' | 'stems' | 'apart' | 'height' | 'sigma' | 'heightOn' | 'byEye' | 'basalArea' | 'volume' | 'boards' | 'findings' | 'out' | 'trouble'
>;
export interface TreeFigures {
  readonly figures: Figures;
  /** Its thickest stem, metres; 0 without one. */
  readonly thickest: number;
  readonly result: TreeResult | undefined;
}

/**
 * The figures of a tree. Of a day's tally many were called alike, to the word, and what follows from the same is the same. A
 * reading has an id of its own, so no two trees that were measured are.
 */
export function figuresOf(tree: BookTree, protocol: ProtocolOptions): TreeFigures {
  if (tree.visits.length > 0) return workOut(tree, protocol);
  const said = `${shortOf(protocol)} ${shortOf(tree.species)} ${tree.called.alike}`;
  const before = CALLED.get(said);
  if (before) return before;
  const figures = workOut(tree, protocol);
  if (CALLED.size >= MOST_CALLED) CALLED.clear();
  CALLED.set(said, figures);
  return figures;
}
const CALLED = new Map<string, TreeFigures>();
/** A few megabytes at most: a tally has some hundred diameters and as many heights. */
const MOST_CALLED = 4000;

const or = <T, V>(part: Answer<T> | undefined, value: (t: T) => V): V | null => (part?.ok ? value(part.value) : null);

function workOut(tree: BookTree, protocol: ProtocolOptions): TreeFigures {
  const outcome = treeOutcome(tree, protocol);
  const result = outcome.ok ? outcome.result : undefined;
  const findings = outcome.ok ? outcome.findings : [];
  const basalArea = or(result?.basalArea, (g) => g.value);
  const own = or(result?.height, (h) => ({ height: h.value, sigma: h.sigma, on: null, volume: or(result?.cubic, (v) => v.value) }));
  const tall = own ?? earlierHeight(tree, protocol, basalArea);
  const figures: Figures = {
    dbh: or(result?.dbh, (d) => d.value),
    stems: (result?.stems ?? []).flatMap((s) => (s.dbh.ok ? [{ dbh: s.dbh.value.value, pom: s.dbh.value.pom }] : [])),
    apart: result !== undefined && !result.dbh.ok && result.dbh.code === 'stems-stand-alone',
    height: tall?.height ?? null,
    sigma: tall?.sigma ?? null,
    heightOn: tall?.on ?? null,
    byEye: byEyeOf(tree, result),
    basalArea,
    volume: tall?.volume ?? null,
    boards: or(result?.boards, ({ count, boardFeet }) => ({ count, boardFeet })),
    findings,
    out: outOf(findings),
    trouble: outcome.ok ? null : outcome.error.message,
  };
  return { figures, thickest: largestOf(result), result };
}

/**
 * The height of the newest earlier visit that has one: a tree that is only taped again keeps it in the sums, with its day.
 * Its volume is that height over the diameter of today. Growth is never taken from it.
 */
function earlierHeight(tree: BookTree, protocol: ProtocolOptions, basalArea: number | null) {
  for (const visit of tree.visits.slice(0, -1).reverse()) {
    const result = tryResult(inputOf(tree, protocol, visit));
    if (result instanceof DomainError || !result.height.ok) continue;
    const { value: height, sigma } = result.height.value;
    const volume = basalArea !== null && result.cubic.ok ? result.cubic.value.formFactor * basalArea * height : null;
    return { height, sigma, on: visit.on, volume };
  }
  return null;
}

/** The thickest stem, metres: it says what the tree is grown for. */
const largestOf = (result: TreeResult | undefined): number =>
  (result?.stems ?? []).reduce((most, { dbh }) => (dbh.ok && dbh.value.value > most ? dbh.value.value : most), 0);
