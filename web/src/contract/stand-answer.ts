import 'reflect-metadata';
import { type Estimate, LOG_RULE_NAMES, LOG_RULES, type LogRuleName } from '@arbolito/core';
import { IsArray, IsBoolean, IsIn, IsInt, IsNumber, IsOptional, IsString } from 'class-validator';
import { Many, MaybeOne, One, Says } from './describe';

const MaybeNumber =
  (text: string): PropertyDecorator =>
  (target, field) => {
    IsOptional()(target, String(field));
    IsNumber()(target, String(field));
    Says(text)(target, field);
  };

/** A mean over plots with how sure it is, in the answer's units. */
export class EstimateAnswer {
  @IsInt() @Says('Plots, points or strips it rests on.') n!: number;
  @IsNumber() mean!: number;
  @MaybeNumber('Standard deviation between plots (n − 1); null of several strata, of one plot, of strips and of counted points.') s!:
    | number
    | null;
  @MaybeNumber('s over mean, per cent; null where the mean is 0.') cv!: number | null;
  @MaybeNumber('Of the mean.') standardError!: number | null;
  @MaybeNumber('Degrees of freedom; a fraction where strata are put together.') df!: number | null;
  @MaybeNumber('Quantile of Student’s t.') t!: number | null;
  @MaybeNumber('t times the standard error: the ±.') halfWidth!: number | null;
  @MaybeNumber('Mean less ±; as it comes out, below 0 too.') lower!: number | null;
  @MaybeNumber('Mean and ±.') upper!: number | null;
  @MaybeNumber('± over mean, per cent; null where the mean is 0.') samplingError!: number | null;
  @IsBoolean() @Says('Whether the standard error was made smaller, as over 5 % of the area was looked at.') corrected!: boolean;
  @IsNumber() @Says('Share of the area looked at; 0 where no area is told, and of points.') sampled!: number;
  @IsOptional()
  @IsIn(['one-plot', 'stratum-of-one-plot', 'curve-unsure'])
  @Says('Why there is no interval; null where there is one.')
  noInterval!: Estimate['noInterval'];
}
/** Its values in other units. */
export function estimateAnswer(e: Estimate, per: number): EstimateAnswer {
  const scaled = (v: number | null) => (v === null ? null : v * per);
  const percent = (v: number | null) => (v === null ? null : v * 100);
  return {
    n: e.n,
    mean: e.mean * per,
    s: scaled(e.s),
    cv: percent(e.cv),
    standardError: scaled(e.standardError),
    df: e.df,
    t: e.t,
    halfWidth: scaled(e.halfWidth),
    lower: scaled(e.lower),
    upper: scaled(e.upper),
    samplingError: percent(e.samplingError),
    corrected: e.corrected,
    sampled: e.sampled,
    noInterval: e.noInterval,
  };
}

export class EstimateByRule {}
for (const rule of LOG_RULE_NAMES) {
  MaybeOne(() => EstimateAnswer)(EstimateByRule.prototype, rule);
  Says(`bd ft by ${LOG_RULES[rule].name}`)(EstimateByRule.prototype, rule);
}
export class WithoutAnswer {
  @IsInt() basalArea!: number;
  @IsInt() volume!: number;
  @IsInt() boardFeet!: number;
  @IsInt() height!: number;
}
/** What some trees come to, per unit of land; of a list as they are. */
export class FiguresAnswer {
  @IsInt() @Says('Trees looked at.') counted!: number;
  @One(() => EstimateAnswer) trees!: EstimateAnswer;
  @MaybeOne(() => EstimateAnswer) @Says('Null where no tree has a diameter.') basalArea!: EstimateAnswer | null;
  @MaybeOne(() => EstimateAnswer) @Says('Null where no tree has a volume.') volume!: EstimateAnswer | null;
  @One(() => EstimateByRule) @Says('By log rule; those of which some tree has board feet.') boardFeet!: Readonly<
    Partial<Record<LogRuleName, EstimateAnswer>>
  >;
  @MaybeNumber('Quadratic mean diameter, cm or in.') qmd!: number | null;
  @MaybeNumber('Lorey’s height, m or ft.') loreyHeight!: number | null;
  @MaybeNumber('Stand density index, per hectare or acre.') sdi!: number | null;
  @One(() => WithoutAnswer) @Says('Trees looked at that each sum lacks: it is short by them.') without!: WithoutAnswer;
}
export class TotalAnswer {
  @IsNumber() value!: number;
  @MaybeNumber('Standard error.') standardError!: number | null;
  @MaybeNumber('±') halfWidth!: number | null;
}
export class TotalByRule {}
for (const rule of LOG_RULE_NAMES) MaybeOne(() => TotalAnswer)(TotalByRule.prototype, rule);
/** On all the land. */
export class TotalsAnswer {
  @One(() => TotalAnswer) trees!: TotalAnswer;
  @MaybeOne(() => TotalAnswer) basalArea!: TotalAnswer | null;
  @MaybeOne(() => TotalAnswer) volume!: TotalAnswer | null;
  @One(() => TotalByRule) boardFeet!: Readonly<Partial<Record<LogRuleName, TotalAnswer>>>;
}
export class StratumAnswer {
  @IsString() name!: string;
  @MaybeNumber('ha or acres') area!: number | null;
  @IsInt() plots!: number;
  @One(() => FiguresAnswer) figures!: FiguresAnswer;
}
export class GroupAnswer {
  @IsOptional() @IsString() @Says('Null of trees of which nothing is said.') key!: string | null;
  @One(() => FiguresAnswer) figures!: FiguresAnswer;
}
export class ClassAnswer {
  @MaybeNumber('Its name, cm or in; null of trees without a diameter.') key!: number | null;
  @One(() => FiguresAnswer) figures!: FiguresAnswer;
}
export class TableCell {
  @IsOptional() @IsString() species!: string | null;
  @MaybeNumber('cm or in') class!: number | null;
  @One(() => FiguresAnswer) figures!: FiguresAnswer;
}
export class DominantAnswer {
  @MaybeNumber('Mean over the plots that have one, m or ft.') mean!: number | null;
  @IsArray() @Says('Plot by plot in the order asked; null of empty plots and where a height lacks.') byPlot!: (number | null)[];
  @IsInt() @Says('How many thickest trees of a hectare or acre it is of.') thickest!: number;
}
export class PlotAnswer {
  @IsString() name!: string;
  @IsOptional() @IsString() stratum!: string | null;
  @IsNumber() trees!: number;
  @IsNumber() basalArea!: number;
  @IsNumber() volume!: number;
}
export class NeededAnswer {
  @IsNumber() @Says('Sampling error wanted, per cent.') error!: number;
  @IsOptional()
  @IsInt()
  @Says('Plots in all, at least 2; null where nothing varies that could be said of, or more than a million are needed.')
  plots!: number | null;
  @IsOptional() @IsInt() @Says('How many more than there are.') more!: number | null;
  @IsBoolean() @Says('More than a million plots are needed.') beyond!: boolean;
}
export class UncountedAnswer {
  @IsString() plot!: string;
  @IsString() @Says('Its id, or its place in the list.') tree!: string;
  @IsIn(['status', 'too-thin', 'out']) @Says('What it is, how thin, or where it stands.') why!: string;
}
export class NoteAnswer {
  @IsString() code!: string;
  @IsString() what!: string;
  @IsArray() @IsString({ each: true }) @Says('What it is about, at most 50 of them.') of!: string[];
}
export class CurvePoint {
  @IsNumber() @Says('cm or in') dbh!: number;
  @IsNumber() @Says('m or ft') height!: number;
  @IsNumber() @Says('Standard error of the curve there.') sigmaCurve!: number;
  @IsNumber() @Says('Of one tree about it.') sigma!: number;
  @IsBoolean() @Says('Thinner or thicker than every tree the curve rests on.') outside!: boolean;
}
export class TriedAnswer {
  @IsString() model!: string;
  @IsBoolean() ok!: boolean;
  @IsOptional() @Says('By name; diameters in cm, heights in m, whatever the units.') parameters?: Record<string, number>;
  @MaybeNumber('Standard deviation of trees about it, m.') sigma!: number | null;
  @MaybeNumber('Sum of squared residuals, m².') sumOfSquares!: number | null;
  @MaybeNumber('Root mean square error of each tree against the curve laid through the others, m.') crossValidated!: number | null;
  @IsOptional() @IsString() @Says('Why there is none.') reason!: string | null;
}
/** A height curve; the model with the smallest cross-validated error is chosen. */
export class CurveAnswer {
  @IsOptional() @IsString() @Says('Null of all species together.') species!: string | null;
  @IsString() model!: string;
  @IsString() formula!: string;
  @IsInt() @Says('Trees it rests on.') n!: number;
  @IsNumber() @Says('Thinnest of them, cm or in.') from!: number;
  @IsNumber() @Says('Thickest.') to!: number;
  @Many(() => TriedAnswer) tried!: TriedAnswer[];
  @Many(() => CurvePoint) @Says('At the diameters asked for, else over its range.') at!: CurvePoint[];
}
export class OffTreeAnswer {
  @IsString() plot!: string;
  @IsString() tree!: string;
  @IsNumber() @Says('cm or in') dbh!: number;
  @IsNumber() @Says('m or ft') height!: number;
  @IsNumber() @Says('What the curve gives it.') expected!: number;
  @IsNumber() @Says('Standard deviations off, against the curve laid through the others.') deviation!: number;
  @IsArray() @IsString({ each: true }) @Says('Slips that would explain it, the likeliest first.') causes!: string[];
}
export class NextHeightAnswer {
  @IsString() plot!: string;
  @IsString() tree!: string;
  @IsNumber() @Says('Standard error of the volume that follows from the curves, per hectare or acre.') before!: number;
  @IsNumber() @Says('The same with this tree measured.') after!: number;
}
/** A survey's figures. */
export class SurveyFigures {
  @IsIn(['hectare', 'acre', 'list']) per!: 'hectare' | 'acre' | 'list';
  @MaybeNumber('Of the land the whole speaks for, ha or acres; null where nobody said: then there are no totals.') area!: number | null;
  @MaybeOne(() => FiguresAnswer)
  @Says('Null where strata can’t be put together, or there is no plot: notes say why.')
  whole!: FiguresAnswer | null;
  @MaybeOne(() => TotalsAnswer) total!: TotalsAnswer | null;
  @Many(() => StratumAnswer) strata!: StratumAnswer[];
  @Many(() => GroupAnswer) species!: GroupAnswer[];
  @Many(() => ClassAnswer) classes!: ClassAnswer[];
  @Many(() => GroupAnswer) products!: GroupAnswer[];
  @Many(() => GroupAnswer) grades!: GroupAnswer[];
  @Many(() => GroupAnswer) statuses!: GroupAnswer[];
  @Many(() => TableCell) @Says('Species by diameter class.') table!: TableCell[];
  @One(() => DominantAnswer) dominantHeight!: DominantAnswer;
  @Many(() => PlotAnswer) @Says('Plots in the figures, per hectare or acre.') plots!: PlotAnswer[];
  @IsOptional() @IsIn(['volume', 'basalArea', 'trees']) @Says('What the needed plots are counted for.') neededFor!: string | null;
  @Many(() => NeededAnswer) needed!: NeededAnswer[];
  @IsIn(['sampling', 'all']) @Says('What the intervals of volume hold.') intervals!: 'sampling' | 'all';
  @Many(() => CurveAnswer) curves!: CurveAnswer[];
  @IsInt() @Says('Trees whose height is a curve’s.') byCurve!: number;
  @Many(() => OffTreeAnswer) @Says('Measured trees far off their curve, the farthest first; at most 200.') off!: OffTreeAnswer[];
  @MaybeOne(() => NextHeightAnswer) @Says('Which height to measure next.') nextHeight!: NextHeightAnswer | null;
  @Many(() => UncountedAnswer) @Says('Trees in no sum; at most 1,000 are listed.') uncounted!: UncountedAnswer[];
  @IsInt() @Says('How many there are.') uncountedTrees!: number;
  @Many(() => NoteAnswer) @Says('What is left out, assumed or to be known beside the figures.') notes!: NoteAnswer[];
}
