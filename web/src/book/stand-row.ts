import type { LogRuleName } from '@arbolito/core';
import type { NotCounted } from './asked';
import type { TreeRow } from './tree-row';

/** What of a tree speaks for the land: plain figures, as they are kept and as sums want them. SI. */
export interface StandRow {
  readonly id: string;
  readonly tag: string;
  readonly plot: string | null;
  readonly species: string | null;
  /** Id of the species: its figures hold, be it on the list or struck out. */
  readonly speciesId: string | null;
  readonly product: string | null;
  readonly status: string | null;
  readonly grade: string | null;
  /** How many trees alike it stands for. */
  readonly count: number;
  /** Its diameter, or that of its thickest stem; null without one, and where it can't be so. */
  readonly dbh: number | null;
  readonly height: number | null;
  /** Whether the height is one of an earlier visit. */
  readonly heightIsOld: boolean;
  readonly basalArea: number | null;
  readonly volume: number | null;
  readonly boardFeet: Readonly<Record<LogRuleName, number>> | null;
  /** What makes up for an edge; null where nobody told where it stands. */
  readonly edge: number | null;
  readonly notCounted: NotCounted | null;
  /** Whether something read of it can't be so: what follows from it is in no sum. */
  readonly bad: boolean;
  readonly conflicts: number;
  readonly struck: boolean;
}

/** What of a tree's row speaks for the land: nothing that follows from what can't be so. */
export function standRow(row: TreeRow): StandRow {
  const { id, tag, plot, species, speciesId, product, said, count, out, onPlot, boards, notCounted, struck, heightOn } = row;
  const [badDiameter, bad] = [out.includes('diameter'), out.length > 0];
  const thickest = badDiameter ? 0 : (row.dbh ?? Math.max(0, ...row.stems.map((s) => s.dbh)));
  const { inclusion } = onPlot;
  return {
    id,
    tag,
    plot,
    species,
    speciesId,
    product,
    status: said.status ?? null,
    grade: said.grade ?? null,
    count,
    dbh: thickest > 0 ? thickest : null,
    height: bad ? null : row.height,
    heightIsOld: heightOn !== null,
    basalArea: badDiameter ? null : row.basalArea,
    volume: bad ? null : row.volume,
    boardFeet: bad ? null : (boards?.boardFeet ?? null),
    edge: inclusion ? (inclusion.edgeWeight ?? inclusion.walkThrough ?? 1) : null,
    notCounted,
    bad,
    conflicts: row.conflicts,
    struck,
  };
}
