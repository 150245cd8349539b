import type { LogRuleName } from '../../volume/index';
import type { Estimate } from '../estimate/index';

/** What trees are told apart by. */
export const GROUP_KINDS = ['species', 'class', 'product', 'grade', 'status'] as const;
export type GroupKind = (typeof GROUP_KINDS)[number];
export type GroupKey = string | number | null;

/** A tree of a sample: what it is, and how much of the land it speaks for. SI. */
export interface StandTree {
  readonly id: string;
  /** Its plot, by its place in the list of plots. */
  readonly plot: number;
  /** How many trees were looked at: 1, or several alike. */
  readonly count: number;
  /** Trees of a hectare that it stands for, with several alike and what makes up for edges; of a list, trees. */
  readonly weight: number;
  readonly dbh: number | null;
  readonly height: number | null;
  readonly basalArea: number | null;
  readonly volume: number | null;
  readonly boardFeet: Readonly<Partial<Record<LogRuleName, number>>> | null;
  readonly groups: Readonly<Record<GroupKind, GroupKey>>;
}

/** A plot, point or strip as it was looked at. */
export interface StandPlot {
  readonly id: string;
  readonly stratum: string | null;
  /** m²; null of points and of circles in one another, which have no one size. */
  readonly area: number | null;
  /** Basal area that was counted where no tree was measured, m²/ha; null elsewhere. */
  readonly counted: number | null;
}

export interface StandStratum {
  readonly id: string;
  readonly name: string;
  /** m²; null where nobody said. */
  readonly area: number | null;
}

/** How plots speak for the land: their mean; the ratio of sums of strips; or every tree is there, on so much land or a list. */
export type StandHow = 'plots' | 'strips' | 'every-tree';

export interface StandInput {
  readonly how: StandHow;
  readonly plots: readonly StandPlot[];
  /** None where the survey is not divided. */
  readonly strata: readonly StandStratum[];
  /** Of the whole, m², where it is not divided; null where nobody said. */
  readonly area: number | null;
  readonly trees: readonly StandTree[];
  /** How many of the thickest trees of a hectare make the dominant height. */
  readonly thickest: number;
}

/** What some trees come to, per hectare; of a list of trees as they are. SI. */
export interface StandFigures {
  /** Trees that were looked at. */
  readonly counted: number;
  readonly trees: Estimate;
  /** Null where no tree has a diameter. */
  readonly basalArea: Estimate | null;
  readonly volume: Estimate | null;
  readonly boardFeet: Readonly<Partial<Record<LogRuleName, Estimate>>>;
  readonly qmd: number | null;
  /** Σwgh/Σwg over trees with both. */
  readonly loreyHeight: number | null;
  readonly standDensityIndex: number | null;
  /** Trees looked at that each sum lacks: it is short by them. */
  readonly without: { readonly basalArea: number; readonly volume: number; readonly boardFeet: number; readonly height: number };
}

/** Mean over the plots that have one. */
export interface DominantHeight {
  readonly mean: number | null;
  /** Plot by plot in the order given; null of empty plots and of those that lack a height. */
  readonly byPlot: readonly (number | null)[];
}

export interface GroupFigures {
  readonly key: GroupKey;
  readonly figures: StandFigures;
}

/** Why something is not in the figures, or they are not what they might be taken for. */
export interface StandNote {
  readonly code: StandNoteCode;
  /** What it is about: names of plots or strata. */
  readonly of: readonly string[];
}
export type StandNoteCode =
  | 'no-plots'
  | 'plots-without-stratum'
  | 'strata-without-area'
  | 'strata-without-plots'
  | 'strips-without-length'
  | 'counts-without-ratio'
  | 'no-area';

export interface StratumFigures {
  readonly id: string;
  readonly name: string;
  /** m². */
  readonly area: number | null;
  readonly plots: number;
  readonly figures: StandFigures;
}

/** The figures of a survey. */
export interface StandResult {
  /** Per hectare, or of the list of trees where there is no land to speak for. */
  readonly per: 'hectare' | 'list';
  /** What the whole speaks for, m²; null where nobody said, when there are no totals. */
  readonly area: number | null;
  /** Null where the strata can't be put together, or there is no plot. */
  readonly whole: StandFigures | null;
  readonly strata: readonly StratumFigures[];
  readonly by: Readonly<Record<GroupKind, readonly GroupFigures[]>>;
  /** Species by diameter class. */
  readonly table: readonly { readonly species: GroupKey; readonly class: GroupKey; readonly figures: StandFigures }[];
  readonly dominantHeight: DominantHeight;
  /** Of each plot of the frame, per hectare: for the plan and the precision so far. */
  readonly plots: readonly {
    readonly id: string;
    readonly stratum: string | null;
    readonly trees: number;
    readonly basalArea: number;
    readonly volume: number;
  }[];
  readonly notes: readonly StandNote[];
}
