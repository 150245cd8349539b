import 'reflect-metadata';
import { ArrayMaxSize, IsBoolean, IsInt, IsOptional, Max, Min, ValidateBy } from 'class-validator';
import { allOf, InRange, isTold, LEAST_LENGTH, Many, MaybeOne, needs, Says } from '../describe';
import { PLOT_STATES, type PlotState } from '../kinds/plot';
import { DeadwoodPiece, PlotEdge, PointCount, Witness, YoungTrees } from '../plot-parts';
import { Among, Id, MaybeId, MaybeText, Text } from './fields';

const few = (n: number) => ({ message: `a list of at most ${n}` });
const ORDER = { message: 'a whole number from 1 to 100000' };
/** A circle, a rectangle or a point, not two of them; a rectangle has both its sides. */
const SIZES = ['radius', 'width', 'basalAreaFactor'] as const;
const oneSize = (): PropertyDecorator => (target, field) =>
  ValidateBy({
    name: 'oneSize',
    validator: {
      validate: (_, args) => {
        const plot = args?.object as PlotBody;
        return SIZES.filter((size) => plot[size] != null).length <= 1 && (plot.width == null || plot.length != null);
      },
      defaultMessage: () => 'a plot of one form: a radius, or width and length, or a basal-area factor',
    },
  })(target, String(field));
const NORTH = needs('latitude', 'longitude');
const EAST = needs('longitude', 'latitude');
const ABOUT = needs('placeError', 'latitude');
const conditions = [
  ...NORTH.schema,
  ...EAST.schema,
  ...ABOUT.schema,
  ...SIZES.flatMap((a, i) => SIZES.slice(i + 1).map((b) => ({ not: { allOf: [isTold(a), isTold(b)] } }))),
  { anyOf: [{ not: isTold('width') }, isTold('length')] },
];

/** A plot or point. What it says of its size goes before the survey's design; the length of a strip is its own. */
@allOf(conditions)
export class PlotBody {
  @Id() survey!: string;
  @MaybeId() stratum!: string | null;
  @Text(1, 40) @oneSize() @NORTH.check @EAST.check @ABOUT.check name!: string;
  @IsOptional() @InRange(-180, 180, '°') longitude!: number | null;
  @IsOptional() @InRange(-90, 90, '°') latitude!: number | null;
  @IsOptional() @InRange(0, 10_000, 'm') @Says('Standard error of where its centre lies.') placeError?: number | null;
  @IsOptional() @InRange(0, 80, '°') slope!: number | null;
  @IsOptional() @InRange(0, 360, '° from north') @Says('Bearing downhill.') aspect!: number | null;
  @IsOptional() @InRange(LEAST_LENGTH, 1000, 'm') radius!: number | null;
  @IsOptional() @InRange(LEAST_LENGTH, 10_000, 'm') width!: number | null;
  @IsOptional() @InRange(LEAST_LENGTH, 100_000, 'm') @Says('Of a rectangle, or of a strip as walked, level.') length!: number | null;
  @IsOptional() @InRange(0, 360, '° from north') @Says('Bearing of a rectangle’s length, or of a strip’s line.') axis?: number | null;
  @IsOptional() @InRange(0.01, 50, 'm²/ha') basalAreaFactor!: number | null;
  @IsOptional() @Among(...PLOT_STATES) state?: PlotState | null;
  @MaybeText(300) @Says('Why it was not reached, or is to be redone.') reason?: string | null;
  @IsOptional() @IsInt(ORDER) @Min(1, ORDER) @Max(100_000, ORDER) @Says('Its number on the way.') order?: number | null;
  @IsOptional() @IsBoolean({ message: 'true or false' }) @Says('Moved inward from an edge: what it gives is biased.') shifted?:
    | boolean
    | null;
  @IsOptional() @Many(() => PlotEdge) @ArrayMaxSize(4, few(4)) @Says('Edges of the tract near by.') edges?: PlotEdge[] | null;
  @IsOptional() @Many(() => Witness) @ArrayMaxSize(10, few(10)) witnesses?: Witness[] | null;
  @MaybeOne(() => PointCount) @Says('Trees counted only, where none is measured.') counted?: PointCount | null;
  @IsOptional() @Many(() => YoungTrees) @ArrayMaxSize(100, few(100)) youngTrees?: YoungTrees[] | null;
  @IsOptional() @Many(() => DeadwoodPiece) @ArrayMaxSize(200, few(200)) deadwood?: DeadwoodPiece[] | null;
  @IsOptional() @InRange(0, 10_000, 'minutes') @Says('Time spent on it, pauses left out.') minutes?: number | null;
  @MaybeText(1000) note?: string | null;
}
