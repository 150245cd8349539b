import { byGravity, type Finding, type LogRuleName, type Position } from '@arbolito/core';
import type { NotCounted, Said } from './asked';
import type { CalledQuantity } from './called';
import type { Measured } from './cant-be';
import type { OnPlot } from './on-plot';
import { isSeen, isSeenAmong, type Seen } from './seen';

/** A tree in its survey's list: plain figures, SI, that can be posted and put by. */
export interface TreeRow {
  readonly id: string;
  readonly tag: string;
  readonly plot: string | null;
  readonly species: string | null;
  readonly speciesId: string | null;
  /** What it is grown for, by its diameter or as somebody said; null where the protocol keeps no classes. */
  readonly product: string | null;
  readonly dbh: number | null;
  /** How many trees alike it stands for. */
  readonly count: number;
  /** Which of its figures are as they were called in a tally. */
  readonly called: readonly CalledQuantity[];
  /** Each stem that has a diameter. */
  readonly stems: readonly { readonly dbh: number; readonly pom: number }[];
  /** Whether its stems are measured each for itself, so that the tree has no one diameter. */
  readonly apart: boolean;
  readonly height: number | null;
  /** Standard error of the height. */
  readonly sigma: number | null;
  readonly basalArea: number | null;
  readonly volume: number | null;
  readonly boards: { readonly count: number; readonly boardFeet: Readonly<Record<LogRuleName, number>> } | null;
  /** What its own readings give cause to say. */
  readonly findings: readonly Finding[];
  /** What the other trees of its survey do. */
  readonly among: readonly Finding[];
  /** Why the tree can't be derived at all, counts for nothing, or is answered in a way its survey does not allow. */
  readonly trouble: string | null;
  /** How many conflicts of it are open: of fields that two people changed at once, and of strike-outs that did not know all of it. */
  readonly conflicts: number;
  /** What was doubted of it and somebody found right. */
  readonly seen: readonly Seen[];
  /** The day of an earlier visit whose height this is, as the last one has none. */
  readonly heightOn: string | null;
  /** Its height as somebody called it by eye, over the measured one less 1; null where that was not both. */
  readonly byEye: { readonly person: string; readonly share: number } | null;
  /** Where it stands on the map, degrees; null where nobody said. */
  readonly place: Position | null;
  /** Where it stands on its plot, and whether it is in. */
  readonly onPlot: OnPlot;
  /** What was answered of it beside what was measured, and what its survey asks and nobody answered. */
  readonly said: Said;
  readonly unanswered: readonly string[];
  /** Whether it is one of those that want a height and has none. */
  readonly wantsHeight: boolean;
  /** Why it is in no sum at all. */
  readonly notCounted: NotCounted | null;
  /** What can't be so and is left out of sums; the tree itself stays counted. */
  readonly out: readonly Measured[];
  /** Whether it is struck out: listed, and counted nowhere. */
  readonly struck: boolean;
  /** The day it was measured last; null where it was not. */
  readonly on: string | null;
  readonly readings: number;
  /** Id of its newest reading: ids go by time. */
  readonly newest: string;
  /** The same in two trees that read exactly alike; '' where so little was read that it may well be alike. */
  readonly read: string;
  /** The visit it is of; null where the tree was not measured. */
  readonly visit: string | null;
  /** Whether that is the last one: sums and lists hold no others. */
  readonly last: boolean;
}

/** How many trees rows stand for. */
export const treesIn = (rows: readonly Pick<TreeRow, 'count'>[]): number => rows.reduce((n, r) => n + r.count, 0);

const isDoubt = (f: Finding) => f.severity !== 'advice';

/** All that is to be said of a tree and nobody found right, the gravest first. */
export function findingsIn({ findings, among, seen }: TreeRow): readonly Finding[] {
  const open = seen.length === 0 ? findings : findings.filter((f) => !isSeen(seen, f));
  return among.length === 0 ? open : byGravity([...open, ...among.filter((f) => !isSeenAmong(seen, f))]);
}

/** Whether somebody should look at a tree: something is wrong or doubtful. A flag or an advice alone is no doubt. */
export const isDoubtful = (row: TreeRow): boolean => !row.struck && (row.trouble !== null || findingsIn(row).some(isDoubt));

/** Whether something doubtful of it was found right. */
export const isConfirmed = (row: TreeRow): boolean =>
  !row.struck &&
  (row.findings.some((f) => isDoubt(f) && isSeen(row.seen, f)) || row.among.some((f) => isDoubt(f) && isSeenAmong(row.seen, f)));
