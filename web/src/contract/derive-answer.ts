import 'reflect-metadata';
import {
  type Answer,
  aimsFrom,
  type BoardResult,
  type CubicResult,
  cubicMetresToCubicFeet,
  ERROR_PARTS,
  type ErrorPart,
  type Finding,
  feetToMetres,
  heightTolerance,
  inchesToMetres,
  LOG_RULE_NAMES,
  LOG_RULES,
  type LogRuleName,
  type ProtocolOptions,
  type Reading,
  type School,
  type SpeciesFigures,
  standFor,
  type TreeResult,
  worthRepeating,
} from '@arbolito/core';
import { IsArray, IsBoolean, IsIn, IsInt, IsNumber, IsOptional, IsString } from 'class-validator';
import { Many, MaybeOne, One, Says } from './describe';
import {
  BasalAreaAnswer,
  basalAreaAnswer,
  DiameterAnswer,
  diameterAnswer,
  Estimate,
  type NotDerived,
  OneNumberAnswer,
  oneNumberAnswer,
  Saying,
  StemAnswer,
  stemAnswer,
} from './diameter-answer';
import {
  CrownAnswer,
  CrownSpreadAnswer,
  DeterminationAnswer,
  determinationAnswer,
  HeightAnswer,
  heightAnswer,
  PointAnswer,
  pointAnswer,
  StationAnswer,
  stationAnswer,
} from './height-answer';
import { InclusionAnswer } from './sampling';
import { FieldErrorAnswer } from './sync';
import { CalledAnswer, EarlierHeightAnswer, NeighbourAnswer } from './told-answer';

export class CubicAnswer extends Estimate {
  @IsNumber() @Says('The same in ft³.') cubicFeet!: number;
  @IsNumber() formFactor!: number;
}
type ByRule = Readonly<Record<LogRuleName, number>>;
/** A number by every log rule. */
export class BoardFeet {}
for (const rule of LOG_RULE_NAMES) {
  IsNumber()(BoardFeet.prototype, rule);
  Says(`bd ft by ${LOG_RULES[rule].name}`)(BoardFeet.prototype, rule);
}
export class LogAnswer {
  @IsInt() @Says('1 is the butt log.') number!: number;
  @IsNumber() @Says('m, without trim.') length!: number;
  @IsNumber() @Says('Diameter inside bark at the small end, m.') smallEnd!: number;
  @One(() => BoardFeet) boardFeet!: ByRule;
}
/** Board feet by rule; null where the table does not reach. */
export class TableFeet {}
for (const rule of LOG_RULE_NAMES) {
  IsOptional()(TableFeet.prototype, rule);
  IsNumber()(TableFeet.prototype, rule);
  Says(`bd ft by ${LOG_RULES[rule].name}, form-class table`)(TableFeet.prototype, rule);
}
export class BoardAnswer {
  @IsNumber() @Says('Logs, in halves.') logs!: number;
  @IsIn(['told', 'from-height']) counted!: string;
  @IsNumber() @Says('per cent') formClass!: number;
  @IsNumber() @Says('in per log') taperPerLog!: number;
  @One(() => BoardFeet) boardFeet!: ByRule;
  @One(() => TableFeet) @Says('By the form-class table; null outside of it.') byTable!: Readonly<Record<LogRuleName, number | null>>;
  @Many(() => LogAnswer) eachLog!: LogAnswer[];
}
export class FindingAnswer {
  @IsString() code!: string;
  @IsString() @Says('The reading it points at.') target!: string;
  @IsOptional() @IsString() @Says('The stem it speaks of.') stem?: string;
  @IsIn(['wrong', 'doubt', 'advice']) severity!: string;
  @IsOptional()
  @IsArray()
  @IsString({ each: true })
  @Says('Where several slips explain it: their codes, the likeliest first.')
  causes?: string[];
  @IsString() what!: string;
  @IsString() why!: string;
  @IsString() remedy!: string;
}
export class LogsAnswer {
  @IsNumber() @Says('As read, not cut to halves.') value!: number;
  @IsNumber() @Says('In halves, as the protocol treats odd ends.') halves!: number;
  @IsIn(['counted', 'log-scale']) by!: string;
}
/** Where to stand to see this tree's height best. */
export class StandAnswer {
  @IsNumber() @Says('Level, to the axis, m.') distance!: number;
  @IsNumber() @Says('Standard error of the height to expect there, m.') sigma!: number;
  @IsArray() @IsString({ each: true }) @Says('What keeps one from standing nearer or farther.') limits!: string[];
}
export class RepeatAnswer {
  @IsIn(ERROR_PARTS) @Says('The reading worth repeating.') part!: ErrorPart;
  @IsNumber() @Says('What the standard error becomes with it, m.') sigma!: number;
  @IsNumber() @Says('How much it takes off, m.') gain!: number;
}
/** Whether the height is as good as the protocol asks. */
export class AcceptanceAnswer {
  @IsBoolean() accept!: boolean;
  @IsNumber() @Says('The standard error asked for, m.') asked!: number;
  @MaybeOne(() => RepeatAnswer) @Says('Null where it is good enough, or no repetition would help.') repeat!: RepeatAnswer | null;
}

/** Everything that follows from a tree's readings. SI; what could not be derived is left out here and stands under missing. */
export class TreeAnswer {
  @MaybeOne(() => DiameterAnswer) @Says('The tree’s one diameter, by the protocol’s rule where it has several stems.') dbh?: DiameterAnswer;
  @Many(() => StemAnswer) @Says('Stem by stem, in the order of their first reading.') stems!: StemAnswer[];
  @MaybeOne(() => OneNumberAnswer) @Says('There when the protocol gives several stems one number.') oneNumber?: OneNumberAnswer;
  @MaybeOne(() => BasalAreaAnswer) @Says('Of the stems that count, together.') basalArea?: BasalAreaAnswer;
  @MaybeOne(() => HeightAnswer) height?: HeightAnswer;
  @MaybeOne(() => HeightAnswer) crownBase?: HeightAnswer;
  @MaybeOne(() => HeightAnswer) merchantableHeight?: HeightAnswer;
  @MaybeOne(() => HeightAnswer) stumpHeight?: HeightAnswer;
  @Many(() => PointAnswer) @Says('Places on the stem with names of their own.') points!: PointAnswer[];
  @MaybeOne(() => CrownAnswer) crown?: CrownAnswer;
  @MaybeOne(() => CrownSpreadAnswer) @Says('There when two axes were read.') crownSpread?: CrownSpreadAnswer;
  @MaybeOne(() => CalledAnswer) @Says('There when a height was said by eye.') called?: CalledAnswer;
  @Many(() => NeighbourAnswer) @Says('Other trees, centre to centre.') neighbours!: NeighbourAnswer[];
  @Many(() => EarlierHeightAnswer)
  @Says('Heights of other years, oldest first: they enter none of now.')
  earlierHeights!: EarlierHeightAnswer[];
  @Many(() => DeterminationAnswer)
  @Says('Station by station and way by way, kept apart; one that is begun says what it lacks.')
  determinations!: DeterminationAnswer[];
  @MaybeOne(() => CubicAnswer) volume?: CubicAnswer;
  @MaybeOne(() => LogsAnswer) @Says('There when logs were counted, or read on a stick.') logs?: LogsAnswer;
  @MaybeOne(() => BoardAnswer) boards?: BoardAnswer;
  @MaybeOne(() => StandAnswer) @Says('There once the height is known from a station.') stand?: StandAnswer;
  @MaybeOne(() => AcceptanceAnswer)
  @Says('There once the height is known: accept it, or the one reading to repeat.')
  acceptance?: AcceptanceAnswer;
  @MaybeOne(() => InclusionAnswer) @Says('There when the tree has a place: whether it is in the sample.') inclusion?: InclusionAnswer;
  @Many(() => StationAnswer) stations!: StationAnswer[];
  @Says('By the name of each result that is left out, why.') missing!: Record<string, NotDerived>;
  @Many(() => Saying) assumptions!: Saying[];
  @Many(() => FindingAnswer) findings!: FindingAnswer[];
}
export class DerivedTree {
  @IsOptional() @IsString() id!: string | null;
  @IsBoolean() ok!: boolean;
  @MaybeOne(() => TreeAnswer) @Says('There when ok.') result?: TreeAnswer;
  @Many(() => FieldErrorAnswer) @Says('What is wrong with this tree, when not ok.') errors!: FieldErrorAnswer[];
}
export class DeriveResponse {
  @Many(() => DerivedTree) @Says('In the order asked.') trees!: DerivedTree[];
}

/** What a result was derived from, as far as advice needs it. */
interface Derived {
  readonly readings: readonly Reading[];
  readonly protocol: ProtocolOptions;
  readonly species: SpeciesFigures;
}

/**
 * The core's result as it goes over the wire.
 * @param input what it was derived from; where to stand follows from it
 * @param schools what other schools would do on a stem's trunk, by the name of the stem
 */
export function treeAnswer(
  result: TreeResult,
  findings: readonly Finding[],
  schools: ReadonlyMap<string, readonly School[]>,
  input: Derived,
): TreeAnswer {
  const missing: Record<string, NotDerived> = {};
  const take = <T, A>(name: string, part: Answer<T>, show: (value: T) => A): A | undefined => {
    if (part.ok) return show(part.value);
    missing[name] = { code: part.code, reason: part.reason };
    return undefined;
  };
  return {
    dbh: take('dbh', result.dbh, (d) => diameterAnswer(d, input.protocol)),
    stems: result.stems.map((s) => stemAnswer(s, schools.get(s.stem) ?? [], input.protocol)),
    ...(result.oneNumber ? { oneNumber: oneNumberAnswer(result.oneNumber) } : {}),
    basalArea: take('basalArea', result.basalArea, basalAreaAnswer),
    height: take('height', result.height, heightAnswer),
    crownBase: take('crownBase', result.crownBase, heightAnswer),
    merchantableHeight: take('merchantableHeight', result.merchantable, heightAnswer),
    stumpHeight: take('stumpHeight', result.stump, heightAnswer),
    points: result.points.map(pointAnswer),
    crown: take('crown', result.crown, (c) => ({ ...c })),
    ...(result.crownSpread ? { crownSpread: { ...result.crownSpread } } : {}),
    ...(result.told.called ? { called: { ...result.told.called } } : {}),
    neighbours: result.told.neighbours.map((n) => ({ ...n })),
    earlierHeights: result.told.earlier.map((e) => ({ ...e })),
    determinations: result.determinations.map(determinationAnswer),
    volume: take('volume', result.cubic, cubic),
    ...(result.logs ? { logs: take('logs', result.logs, (l) => ({ ...l })) } : {}),
    boards: take('boards', result.boards, boards),
    ...advice(result, input),
    stations: result.stations.flatMap((s) => (s.ok ? [stationAnswer(s.value, aimsFrom(s.value, result, input.protocol))] : [])),
    missing,
    assumptions: [...result.assumptions],
    findings: findings.map((f) => ({ ...f, ...(f.causes ? { causes: [...f.causes] } : {}) }) as FindingAnswer),
  };
}

/** Where to stand, and whether what there is will do. */
function advice(result: TreeResult, input: Derived): Pick<TreeAnswer, 'stand' | 'acceptance'> {
  if (!result.height.ok) return {};
  const stand = standFor({ ...input, result });
  const asked = heightTolerance(input.protocol, result.height.value.value);
  const { accept, repeat } = worthRepeating(result.height.value, asked);
  return {
    ...(stand ? { stand: { ...stand, limits: [...stand.limits] } } : {}),
    acceptance: { accept, asked, repeat: repeat && { ...repeat } },
  };
}

const cubic = (c: CubicResult): CubicAnswer => ({
  value: c.value,
  sigma: c.sigma,
  unit: 'm³',
  cubicFeet: cubicMetresToCubicFeet(c.value),
  formFactor: c.formFactor,
});

const boards = (b: BoardResult): BoardAnswer => ({
  logs: b.count,
  counted: b.counted,
  formClass: b.formClass,
  taperPerLog: b.taperPerLog,
  boardFeet: { ...b.boardFeet },
  byTable: Object.fromEntries(
    LOG_RULE_NAMES.map((rule) => [rule, b.byTable[rule].ok ? b.byTable[rule].value : null]),
  ) as BoardAnswer['byTable'],
  eachLog: b.logs.map((l) => ({
    number: l.number,
    length: feetToMetres(l.length),
    smallEnd: inchesToMetres(l.smallEnd),
    boardFeet: { ...l.boardFeet },
  })),
});
