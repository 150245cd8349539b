import 'reflect-metadata';
import {
  type BasalAreaResult,
  type DiameterResult,
  diameterClass,
  fromMetres,
  type Metres,
  type OneNumberResult,
  type Pom,
  type ProtocolOptions,
  type School,
  type StemResult,
} from '@arbolito/core';
import { IsArray, IsBoolean, IsIn, IsInt, IsNumber, IsOptional, IsString } from 'class-validator';
import { Many, MaybeOne, One, Says } from './describe';

/** A value with its standard error; the unit is in the field's name or said here. */
export class Estimate {
  @IsNumber() value!: number;
  @IsNumber() @Says('One standard error.') sigma!: number;
  @IsString() @Says('m, m², m³ …') unit!: string;
}
export class NotDerived {
  @IsString() @Says('A fixed word for programs.') code!: string;
  @IsString() @Says('A sentence for people.') reason!: string;
}
export class Saying {
  @IsString() code!: string;
  @IsString() text!: string;
}
export class ComparedAnswer extends Estimate {
  @IsString() tool!: string;
  @IsInt() readings!: number;
  @IsNumber() @Says('Above or below the diameter that counts, as a share of it.') share!: number;
}
export class RoundingAnswer {
  @IsIn(['diameter', 'circumference']) @Says('What was rounded.') of!: string;
  @IsNumber() step!: number;
  @IsString() unit!: string;
  @IsIn(['nearest', 'down', 'up']) direction!: string;
}
export class DiameterClassAnswer {
  @IsNumber() @Says('Its name, in the unit of the classes.') value!: number;
  @IsString() unit!: string;
  @IsIn(['middle', 'lower-limit']) @Says('What classes are named by.') named!: string;
}
export class DiameterAnswer extends Estimate {
  @IsNumber() @Says('The same before the protocol’s rounding, m.') unrounded!: number;
  @IsNumber() @Says('Standard error before the rounding, m.') sigmaUnrounded!: number;
  @One(() => RoundingAnswer) @Says('The rule that made the value.') rounding!: RoundingAnswer;
  @IsNumber() @Says('Basal area of the rounded diameter, m².') basalArea!: number;
  @IsNumber() @Says('Height of the point of measurement along the stem above the ground reference, m.') pom!: number;
  @IsArray()
  @IsNumber({}, { each: true })
  @Says('Where the tape lay, m: the point, or the two heights it is the mean of.')
  tapes!: number[];
  @IsString() @Says('The tool that counts.') tool!: string;
  @IsInt() @Says('How many readings it is the mean of.') readings!: number;
  @IsOptional() @IsNumber() @Says('Widest difference of a caliper’s two readings, as a share.') outOfRound!: number | null;
  @Many(() => ComparedAnswer) @Says('What other tools said at the same point.') compared!: ComparedAnswer[];
  @MaybeOne(() => DiameterClassAnswer)
  @Says('The class it falls into; null where the protocol keeps none.')
  diameterClass!: DiameterClassAnswer | null;
}
export class PomStepAnswer {
  @IsString() rule!: string;
  @IsString() code!: string;
  @IsString() @Says('What to do.') text!: string;
  @IsNumber() @Says('Where the point is after this rule, m.') pom!: number;
}
export class SchoolAnswer {
  @IsString() @Says('Name of a preset, or of an option of this protocol.') key!: string;
  @IsOptional() @IsNumber() @Says('Its point above its own ground reference, m.') pom!: number | null;
  @IsOptional() @IsArray() @IsNumber({}, { each: true }) @Says('Where its tape lies by this protocol’s counting, m.') here!:
    | number[]
    | null;
  @IsOptional() @IsIn(['one', 'separate']) stems!: string | null;
  @IsOptional() @IsNumber() @Says('Its diameter less this protocol’s, from taper alone, m.') diameterDifference!: number | null;
  @IsOptional() @IsNumber() @Says('The same of basal area, as a share.') basalAreaDifference!: number | null;
  @MaybeOne(() => NotDerived) @Says('Why it has no point on this trunk.') missing!: NotDerived | null;
}
/** Where the tape goes on a trunk, and why. */
export class WhereAnswer {
  @IsNumber() @Says('Height of the point of measurement along the stem above the ground reference, m.') pom!: number;
  @IsArray() @IsNumber({}, { each: true }) @Says('Where the tape goes, m: the point, or two heights whose mean counts.') tapes!: number[];
  @IsString() reference!: string;
  @IsIn(['underside', 'axis']) @Says('Line of a leaning stem it is measured along.') along!: string;
  @IsNumber() @Says('Where heights begin along the axis, from where the pith line meets the ground, m.') start!: number;
  @IsIn(['one', 'separate']) stems!: string;
  @Many(() => PomStepAnswer) steps!: PomStepAnswer[];
  @Many(() => Saying) flags!: Saying[];
  @Many(() => SchoolAnswer) @Says('Other schools on the same trunk.') otherSchools!: SchoolAnswer[];
}
export class UpperDiameterAnswer extends Estimate {
  @IsNumber() @Says('m') height!: number;
  @IsInt() readings!: number;
}
export class StemAnswer {
  @IsString() stem!: string;
  @IsBoolean() @Says('Whether the protocol counts it.') counted!: boolean;
  @MaybeOne(() => DiameterAnswer) dbh?: DiameterAnswer;
  @MaybeOne(() => NotDerived) @Says('Why there is no dbh.') missing?: NotDerived;
  @MaybeOne(() => WhereAnswer) @Says('There when something is said of its trunk.') where?: WhereAnswer;
  @MaybeOne(() => NotDerived) @Says('Why the trunk has no point of measurement.') nowhere?: NotDerived;
  @Many(() => UpperDiameterAnswer) upperDiameters!: UpperDiameterAnswer[];
}
export class OneNumberAnswer extends Estimate {
  @IsIn(['quadratic-sum', 'arithmetic-mean']) rule!: string;
  @IsInt() stems!: number;
  @IsNumber() @Says('Basal area a tree of that diameter would have, m².') basalArea!: number;
  @IsNumber() @Says('Basal area of the stems together, m².') basalAreaOfStems!: number;
  @IsNumber() @Says('The first over the second: 1 keeps basal area, less loses it.') kept!: number;
}
export class BasalAreaAnswer extends Estimate {
  @IsInt() @Says('Stems in it.') stems!: number;
}

type Classes = Pick<ProtocolOptions, 'classWidth' | 'classNames'>;

export const diameterAnswer = (d: DiameterResult, protocol: Classes): DiameterAnswer => ({
  value: d.value,
  sigma: d.sigma,
  unit: 'm',
  unrounded: d.unrounded,
  sigmaUnrounded: d.sigmaUnrounded,
  rounding: { ...d.rounding },
  basalArea: d.basalArea,
  pom: d.pom,
  tapes: [...d.tapes],
  tool: d.tool,
  readings: d.readings,
  outOfRound: d.outOfRound,
  compared: d.compared.map((c) => ({ ...c, unit: 'm' })),
  diameterClass: classOf(d.value, protocol),
});

function classOf(dbh: Metres, { classWidth, classNames = 'middle' }: Classes): DiameterClassAnswer | null {
  if (!classWidth) return null;
  const { value: width, unit } = classWidth;
  return { value: diameterClass(fromMetres(dbh, unit), width, classNames), unit, named: classNames };
}

export function stemAnswer(s: StemResult, schools: readonly School[], protocol: Classes): StemAnswer {
  return {
    stem: s.stem,
    counted: s.counted,
    ...(s.dbh.ok ? { dbh: diameterAnswer(s.dbh.value, protocol) } : { missing: { code: s.dbh.code, reason: s.dbh.reason } }),
    ...(s.where?.ok ? { where: whereAnswer(s.where.value, schools) } : {}),
    ...(s.where && !s.where.ok ? { nowhere: { code: s.where.code, reason: s.where.reason } } : {}),
    upperDiameters: s.uppers.map((u) => ({ ...u, unit: 'm' })),
  };
}

const whereAnswer = (w: Pom, schools: readonly School[]): WhereAnswer => ({
  pom: w.pom,
  tapes: [...w.tapes],
  reference: w.reference,
  along: w.along,
  start: w.start,
  stems: w.stems,
  steps: w.steps.map((s) => ({ ...s })),
  flags: w.flags.map((f) => ({ ...f })),
  otherSchools: schools.map((s) => ({
    key: s.key,
    pom: s.pom.ok ? s.pom.value.pom : null,
    here: s.here && [...s.here],
    stems: s.pom.ok ? s.pom.value.stems : null,
    diameterDifference: s.difference?.diameter ?? null,
    basalAreaDifference: s.difference?.basalArea ?? null,
    missing: s.pom.ok ? null : { code: s.pom.code, reason: s.pom.reason },
  })),
});

export const oneNumberAnswer = (n: OneNumberResult): OneNumberAnswer => ({
  rule: n.rule,
  value: n.value,
  sigma: n.sigma,
  unit: 'm',
  stems: n.stems,
  basalArea: n.basalArea,
  basalAreaOfStems: n.ofStems,
  kept: n.kept,
});

export const basalAreaAnswer = (g: BasalAreaResult): BasalAreaAnswer => ({ ...g, unit: 'm²' });
