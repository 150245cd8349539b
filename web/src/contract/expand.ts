import 'reflect-metadata';
import { PRESET_KEYS, type PresetKey, TREE_STATUSES, type TreeStatus } from '@arbolito/core';
import { ArrayMaxSize, ArrayMinSize, IsArray, IsBoolean, IsIn, IsInt, IsNumber, IsOptional, Max, Min, ValidateBy } from 'class-validator';
import { InRange, IsAbove, Many, MaybeOne, OneOf, Says, Together } from './describe';
import { EXPAND_DESIGNS, type ExpandDesign, ExpandDesignBase } from './expand-design';
import { EXPAND_LIMITS } from './expand-limits';
import { ExpandTree } from './expand-tree';
import { ProtocolOptionsInput } from './protocol-options';
import { oneOf } from './reading-base';
import { Among, MaybeText, Text } from './records/fields';

const many = (what: string, most: number, least = 0) => ({ message: `a list of ${least ? `${least} to` : 'at most'} ${most} ${what}` });
const Whole =
  (from: number, to: number): PropertyDecorator =>
  (target, field) => {
    const message = { message: `a whole number from ${from} to ${to}` };
    IsInt(message)(target, String(field));
    Min(from, message)(target, String(field));
    Max(to, message)(target, String(field));
  };

export class ExpandStratum {
  @Text(1, 80) @Says('Its name, as plots say it.', 'ridge') name!: string;
  @IsOptional()
  @InRange(0.0001, 1e8, 'ha or acres')
  @Says('What its plots speak for; without it the strata can’t be put together.', 12)
  area?: number;
}

const CORNERS = many('corners', 500, 3);
export class ExpandPoint {
  @InRange(-1e7, 1e7, 'm or ft') @Says('East.') x!: number;
  @InRange(-1e7, 1e7, 'm or ft') @Says('North.') y!: number;
}
export class ExpandRing {
  @Many(() => ExpandPoint)
  @ArrayMinSize(3, CORNERS)
  @ArrayMaxSize(500, CORNERS)
  @Says('Once around, not crossing itself.')
  corners!: ExpandPoint[];
}
const HOLES = many('rings', 20);
export class ExpandTract extends ExpandRing {
  @IsOptional() @Many(() => ExpandRing) @ArrayMaxSize(20, HOLES) @Says('Roads and ponds that are left out.') holes?: ExpandRing[];
}

export class ExpandCount {
  @Whole(0, 10_000) @Says('Trees that are in.', 7) trees!: number;
  @IsOptional() @Whole(0, 10_000) @Says('Of those that could not be told from the limit: each counts half.', 1) doubtful?: number;
}

const PLOT_TREES = many('trees', EXPAND_LIMITS.trees);
const treesOrCount = (): PropertyDecorator => (target, field) =>
  ValidateBy({
    name: 'treesOrCount',
    validator: {
      validate: (_, args) => {
        const { counted, trees } = (args as { object: object }).object as ExpandPlot;
        return counted == null || trees == null;
      },
      defaultMessage: () => 'a plot with either trees or a count: a point that was measured is not only counted',
    },
  })(target, String(field));

/** A plot, point or strip. Without trees it is empty: a zero in every mean. */
@Together({ not: { required: ['counted', 'trees'], properties: { counted: { type: 'object' }, trees: { type: 'array' } } } })
export class ExpandPlot {
  @Text(1, 60) @treesOrCount() @Says('Its name; each once.', '7') name!: string;
  @MaybeText(80) @Says('The stratum it lies in; needed where there are strata.') stratum?: string;
  @IsOptional()
  @IsBoolean({ message: 'true or false' })
  @Says('False for a plot that was not reached: it is in no mean, and said.')
  reached?: boolean;
  @IsOptional()
  @IsBoolean({ message: 'true or false' })
  @Says('Moved inward from an edge: what it gives is biased, and said.')
  shifted?: boolean;
  @IsOptional() @InRange(0.01, 1e6, 'm or ft') @Says('Of a strip: its level length as walked.', 250) length?: number;
  @IsOptional() @InRange(0, 360, 'degrees') @Says('Of a rectangle: bearing of its length, where trees have azimuths.', 164) axis?: number;
  @MaybeOne(() => ExpandPoint) @Says('Where its centre stands on the tract’s plan.') centre?: ExpandPoint;
  @MaybeOne(() => ExpandCount) @Says('Of a point where trees were only counted.') counted?: ExpandCount;
  @IsOptional() @Many(() => ExpandTree) @ArrayMaxSize(EXPAND_LIMITS.trees, PLOT_TREES) trees?: ExpandTree[];
}

/** What is asked; the class is told by its kind. */
export class ExpandDataBase {
  @IsIn(['plots', 'every-tree', 'values', 'mean-tree', 'needed', 'heights']) kind!: string;
}

const PLOTS = many('plots', EXPAND_LIMITS.plots, 1);
const STRATA = many('strata', EXPAND_LIMITS.strata);
const STATUSES = many('statuses', TREE_STATUSES.length);
/** A sample of plots, points or strips. */
export class PlotsData extends ExpandDataBase {
  declare kind: 'plots';
  @OneOf('kind', EXPAND_DESIGNS, () => ExpandDesignBase) @Says('How trees come into each plot.') design!: ExpandDesign;
  @IsOptional()
  @InRange(0.0001, 1e8, 'ha or acres')
  @Says('Of the land, where it is not divided into strata: for totals, and the correction of a finite population.', 31.4)
  area?: number;
  @IsOptional() @Many(() => ExpandStratum) @ArrayMaxSize(EXPAND_LIMITS.strata, STRATA) strata?: ExpandStratum[];
  @MaybeOne(() => ExpandTract) @Says('The tract’s boundary: trees near it with azimuth and distance are made up for.') tract?: ExpandTract;
  @IsOptional()
  @IsIn(['circle', 'walk-through'], oneOf(['circle', 'walk-through']))
  @Says('How: by the part of the tree’s own circle inside, as when left out, or by walking through.')
  edge?: 'circle' | 'walk-through';
  @Many(() => ExpandPlot) @ArrayMinSize(1, PLOTS) @ArrayMaxSize(EXPAND_LIMITS.plots, PLOTS) plots!: ExpandPlot[];
}

const LIST = many('trees', EXPAND_LIMITS.trees);
/** Every tree of the land, or of a list, was looked at: no sampling error. */
export class EveryTreeData extends ExpandDataBase {
  declare kind: 'every-tree';
  @IsOptional()
  @InRange(0.0001, 1e8, 'ha or acres')
  @Says('Of the land; figures are of the list where it is left out.')
  area?: number;
  @Many(() => ExpandTree) @ArrayMaxSize(EXPAND_LIMITS.trees, LIST) trees!: ExpandTree[];
}

const VALUES = many('numbers', EXPAND_LIMITS.values, 1);
const areasFit = (): PropertyDecorator => (target, field) =>
  ValidateBy({
    name: 'areasFit',
    validator: {
      validate: (_, args) => {
        const { values, areas } = (args as { object: object }).object as ValuesOf;
        return areas == null || !Array.isArray(values) || !Array.isArray(areas) || areas.length === values.length;
      },
      defaultMessage: () => 'as many values as areas',
    },
  })(target, String(field));
/** Plain values of plots. */
export class ValuesOf {
  @MaybeText(80) name?: string;
  @IsOptional() @InRange(0.0001, 1e8, 'ha or acres') @Says('Needed where there are several.', 30) area?: number;
  @IsArray({ message: 'a list of numbers' })
  @IsNumber({ allowNaN: false, allowInfinity: false }, { each: true, message: 'numbers' })
  @ArrayMinSize(1, VALUES)
  @ArrayMaxSize(EXPAND_LIMITS.values, VALUES)
  @areasFit()
  @Says('One a plot, per hectare or acre; where areas are told, the sum on each strip.', [212, 245, 188])
  values!: number[];
  @IsOptional()
  @IsArray({ message: 'a list of numbers' })
  @IsNumber({ allowNaN: false, allowInfinity: false }, { each: true, message: 'numbers' })
  @IsAbove(0, { each: true, message: 'areas above 0' })
  @ArrayMaxSize(EXPAND_LIMITS.values, VALUES)
  @Says('Of each strip, hectares or acres: the ratio of sums is taken.')
  areas?: number[];
  @IsOptional()
  @InRange(0.0001, 1e8, 'ha or acres')
  @Says('Of one plot, all alike: over 5 % of the area the standard error is made smaller.')
  plotArea?: number;
}
const GROUPS = many('groups', EXPAND_LIMITS.strata, 1);
export class ValuesData extends ExpandDataBase {
  declare kind: 'values';
  @Many(() => ValuesOf)
  @ArrayMinSize(1, GROUPS)
  @ArrayMaxSize(EXPAND_LIMITS.strata, GROUPS)
  @Says('One, or one a stratum.')
  groups!: ValuesOf[];
}

export class MeanTreeData extends ExpandDataBase {
  declare kind: 'mean-tree';
  @IsArray({ message: 'a list of numbers' })
  @IsNumber({ allowNaN: false, allowInfinity: false }, { each: true, message: 'numbers' })
  @ArrayMinSize(1, VALUES)
  @ArrayMaxSize(EXPAND_LIMITS.values, VALUES)
  @Says('Of each tree of the sample: its volume, or anything else.', [0.65, 0.25, 0.69])
  values!: number[];
  @InRange(0, 1e6, 'trees per hectare or acre') @Says('From elsewhere.', 668) density!: number;
  @InRange(0, 1e6, 'trees per hectare or acre') @Says('Its standard error; 0 where it is exact.', 24) densityError!: number;
  @IsOptional() @InRange(0.0001, 1e8, 'ha or acres') area?: number;
}

export class NeededData extends ExpandDataBase {
  declare kind: 'needed';
  @InRange(0, 1000, 'per cent') @Says('Coefficient of variation between plots.', 32) cv!: number;
}

const AT = many('diameters', 200);
export class HeightsData extends ExpandDataBase {
  declare kind: 'heights';
  @Many(() => ExpandTree)
  @ArrayMaxSize(EXPAND_LIMITS.trees, LIST)
  @Says('Those with diameter and height; of the others the curve says theirs.')
  trees!: ExpandTree[];
  @IsOptional()
  @IsArray({ message: 'a list of numbers' })
  @IsNumber({ allowNaN: false, allowInfinity: false }, { each: true, message: 'numbers' })
  @IsAbove(0, { each: true, message: 'diameters above 0' })
  @ArrayMaxSize(200, AT)
  @Says('Diameters, cm or in, at which every curve is told.', [10, 25, 50])
  at?: number[];
}

export type ExpandData = PlotsData | EveryTreeData | ValuesData | MeanTreeData | NeededData | HeightsData;
const DATA = {
  plots: () => PlotsData,
  'every-tree': () => EveryTreeData,
  values: () => ValuesData,
  'mean-tree': () => MeanTreeData,
  needed: () => NeededData,
  heights: () => HeightsData,
} satisfies Record<ExpandData['kind'], () => new () => ExpandData>;

/** Figures of a species; what is left out is assumed, and the answer says so. */
export class ExpandSpecies {
  @Text(1, 80) @Says('As trees say it.', 'sp') name!: string;
  @IsOptional() @InRange(0.1, 1, '') @Says('Stem volume over basal area times height.', 0.45) formFactor?: number;
  @IsOptional() @InRange(0, 0.5, '') @Says('Standard error of the form factor.', 0.05) formFactorError?: number;
  @IsOptional() @InRange(50, 100, 'per cent') @Says('Girard form class.', 78) formClass?: number;
  @IsOptional() @InRange(0, 10, 'in per log') @Says('Taper of each log above the first.', 2) taperPerLog?: number;
}
/** What trees are told apart by in the stand table. */
export class ExpandClasses {
  @InRange(0.001, 100, 'cm or in') @Says('Width of a class.', 4) width!: number;
  @Among('middle', 'lower-limit') @Says('What classes are named by.') names!: 'middle' | 'lower-limit';
}

const ERRORS = many('numbers', 20);
const LISTED = many('species', 500);
@Together({
  not: { required: ['preset', 'protocol'], properties: { preset: { type: 'string' }, protocol: { type: 'object' } } },
})
export class ExpandRequest {
  @Among('metric', 'us')
  @ValidateBy({
    name: 'oneProtocol',
    validator: {
      validate: (_, args) => {
        const { preset, protocol } = (args as { object: object }).object as ExpandRequest;
        return preset == null || protocol == null;
      },
      defaultMessage: () => 'a request with a preset or a protocol, not both',
    },
  })
  @Says('Of all that is sent: cm, m, m², m³, hectares; or in, ft, ft², ft³, acres.')
  units!: 'metric' | 'us';
  @IsOptional() @IsIn(['metric', 'us'], oneOf(['metric', 'us'])) @Says('Of the answer; those of the question when left out.') answerUnits?:
    | 'metric'
    | 'us';
  @IsOptional()
  @InRange(50, 99.99, 'per cent')
  @Says('How sure intervals are to hold the true value; 95 when left out. Nothing measured is 100 % sure.', 95)
  confidence?: number;
  @IsOptional()
  @IsArray({ message: 'a list of numbers' })
  @IsNumber({ allowNaN: false, allowInfinity: false }, { each: true, message: 'numbers' })
  @IsAbove(0, { each: true, message: 'sampling errors above 0 per cent' })
  @ArrayMaxSize(20, ERRORS)
  @Says('Sampling errors wanted, per cent: for each the plots that it needs in all.', [10, 15])
  errors?: number[];
  @IsOptional()
  @Among('sampling', 'all')
  @Says('Whether intervals hold the sampling error alone, as when left out, or those of height curves and form factors too.')
  intervals?: 'sampling' | 'all';
  @OneOf('kind', DATA, () => ExpandDataBase) @Says('What is asked.') data!: ExpandData;
  @IsOptional()
  @Many(() => ExpandSpecies)
  @ArrayMaxSize(500, LISTED)
  @Says('The species there are; a tree of another one is refused. Left out, any name goes.')
  species?: ExpandSpecies[];
  @IsOptional() @InRange(0.1, 1, '') @Says('Form factor of species that have none of their own.', 0.45) formFactor?: number;
  @MaybeOne(() => ExpandClasses) @Says('Diameter classes; 4 cm or 2 in by their middle when left out.') classes?: ExpandClasses;
  @IsOptional() @InRange(0, 1500, 'cm or in') @Says('Trees thinner than this are not counted.', 7) smallest?: number;
  @IsOptional()
  @IsArray({ message: 'a list' })
  @IsIn(TREE_STATUSES, { each: true, message: `each one of ${TREE_STATUSES.join(', ')}` })
  @ArrayMinSize(1, STATUSES)
  @ArrayMaxSize(TREE_STATUSES.length, STATUSES)
  @Says('Statuses that count; what stands, alive or dead, when left out.')
  statuses?: TreeStatus[];
  @IsOptional()
  @IsIn(PRESET_KEYS, { message: `one of ${PRESET_KEYS.join(', ')}` })
  @Says('Protocol of trees with readings.', 'forest-metric')
  preset?: PresetKey;
  @MaybeOne(() => ProtocolOptionsInput) @Says('The same in full.') protocol?: ProtocolOptionsInput;
}
