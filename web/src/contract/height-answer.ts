import 'reflect-metadata';
import {
  type Aim,
  type Answer,
  type Determination,
  ERROR_PARTS,
  type ErrorPart,
  HEIGHT_METHODS,
  type HeightMethod,
  type HeightResult,
  type PointHeight,
  type StationResult,
} from '@arbolito/core';
import { IsBoolean, IsIn, IsInt, IsNumber, IsOptional, IsString } from 'class-validator';
import { Many, MaybeOne, Says } from './describe';
import { Estimate, NotDerived } from './diameter-answer';

export class ErrorPartAnswer {
  @IsIn(ERROR_PARTS) @Says('Where it comes from.') part!: ErrorPart;
  @IsNumber() @Says('Its own standard error of the height, m; the squares of all add up.') sigma!: number;
}
export class SureAnswer {
  @IsOptional() @IsString() station!: string | null;
  @IsIn(HEIGHT_METHODS) method!: HeightMethod;
  @IsNumber() @Says('m') value!: number;
  @IsNumber() @Says('m') sigma!: number;
}
export class ApartAnswer {
  @IsOptional() @IsString() station!: string | null;
  @IsIn(HEIGHT_METHODS) method!: HeightMethod;
  @IsString() @Says('The ground reference it counts from.') reference!: string;
}
export class AgreementAnswer {
  @IsInt() @Says('How many determinations the mean is of.') determinations!: number;
  @IsNumber() @Says('Their standard deviation, m.') spread!: number;
  @IsBoolean() @Says('Whether they lie within each other’s errors.') agree!: boolean;
  @IsNumber() @Says('How far they lie apart, over what chance passes in 99 of 100 trees: up to 1 they agree.') strain!: number;
  @IsOptional() @IsString() @Says('The station out of line, where more than two tell which.') odd!: string | null;
  @IsOptional() @IsIn(HEIGHT_METHODS) @Says('Which way from that station.') oddMethod!: HeightMethod | null;
  @MaybeOne(() => SureAnswer) @Says('One that is surer by itself than the mean of all.') best!: SureAnswer | null;
  @Many(() => ApartAnswer)
  @Says('Those counted from another ground reference that can’t be converted: they are no part of the height.')
  apart!: ApartAnswer[];
}
export class HeightAnswer extends Estimate {
  @IsIn(HEIGHT_METHODS) @Says('mean where several determinations make it.') method!: HeightMethod;
  @IsString() @Says('The ground reference it counts from.') reference!: string;
  @IsOptional()
  @IsNumber()
  @Says('The same counted from the protocol’s reference, m; null where that is its own, or slope and stem are not known.')
  converted!: number | null;
  @IsOptional() @IsString() station!: string | null;
  @IsOptional() @IsIn(['eye-between', 'eye-below-base', 'eye-above-top']) signCase!: string | null;
  @IsOptional() @Many(() => ErrorPartAnswer) @Says('What the standard error is made of.') parts!: ErrorPartAnswer[] | null;
  @IsOptional() @IsIn(ERROR_PARTS) @Says('The largest part.') dominant!: ErrorPart | null;
  @IsOptional() @IsNumber() @Says('Along the stem, where a lean is known, m.') stemLength!: number | null;
  @MaybeOne(() => AgreementAnswer) @Says('There where several determinations make it.') agreement!: AgreementAnswer | null;
}
export class MaybeHeight {
  @MaybeOne(() => HeightAnswer) height?: HeightAnswer;
  @MaybeOne(() => NotDerived) @Says('Why there is none.') missing?: NotDerived;
}
export class DeterminationAnswer {
  @IsString() station!: string;
  @IsOptional() @IsIn(HEIGHT_METHODS) method!: HeightMethod | null;
  @MaybeOne(() => HeightAnswer) height?: HeightAnswer;
  @MaybeOne(() => HeightAnswer) crownBase?: HeightAnswer;
  @MaybeOne(() => HeightAnswer) merchantableHeight?: HeightAnswer;
  @MaybeOne(() => HeightAnswer) stumpHeight?: HeightAnswer;
  @MaybeOne(() => NotDerived) @Says('Why it gives no total height.') missing?: NotDerived;
}
export class PointAnswer extends MaybeHeight {
  @IsString() @Says('What it is, as it was named.') name!: string;
}
export class AimAnswer {
  @IsIn(['base', 'merchantable', 'log-end', 'crown-base']) kind!: string;
  @IsString() name!: string;
  @IsNumber() @Says('Above the ground reference, m.') height!: number;
  @IsNumber() @Says('°, up positive') degrees!: number;
  @IsNumber() @Says('per cent, up positive') percent!: number;
}
export class StationAnswer {
  @IsString() station!: string;
  @IsNumber() @Says('Level, to the axis, m.') distance!: number;
  @IsNumber() @Says('m') distanceSigma!: number;
  @IsString() @Says('Where the distance comes from: tape, paces, shot, pole, two-stations …') distanceBy!: string;
  @IsNumber() @Says('What the base should read, rise over run.') predictedBase!: number;
  @IsNumber() @Says('m') eyeHeight!: number;
  @IsBoolean() eyeHeightAssumed!: boolean;
  @Many(() => AimAnswer) @Says('What to sight next from here, and what the instrument will read.') aims!: AimAnswer[];
}
export class CrownAnswer {
  @IsNumber() @Says('Total height less crown base, m.') length!: number;
  @IsNumber() @Says('Live crown ratio: crown length over total height.') ratio!: number;
}

export class CrownSpreadAnswer {
  @IsNumber() @Says('Mean of both axes, m.') mean!: number;
  @IsNumber() @Says('m') first!: number;
  @IsNumber() @Says('m') second!: number;
  @IsNumber() @Says('Ground the crown covers, as an ellipse, m².') area!: number;
}

export const heightAnswer = (h: HeightResult): HeightAnswer => ({
  value: h.value,
  sigma: h.sigma,
  unit: 'm',
  method: h.method,
  reference: h.reference,
  converted: h.converted,
  station: h.station,
  signCase: h.signCase,
  parts: h.parts && (Object.entries(h.parts) as [ErrorPart, number][]).map(([part, sigma]) => ({ part, sigma: Math.abs(sigma) })),
  dominant: h.dominant,
  stemLength: h.stemLength,
  agreement: h.agreement && {
    ...h.agreement,
    best: h.agreement.best && { ...h.agreement.best },
    apart: h.agreement.apart.map((a) => ({ ...a })),
  },
});

const maybe = (h: Answer<HeightResult>) => (h.ok ? heightAnswer(h.value) : undefined);

export function determinationAnswer(d: Determination): DeterminationAnswer {
  const { tip } = d.heights;
  return {
    station: d.station,
    method: d.method,
    height: maybe(tip),
    crownBase: maybe(d.heights['crown-base']),
    merchantableHeight: maybe(d.heights.merchantable),
    stumpHeight: maybe(d.heights.stump),
    ...(tip.ok ? {} : { missing: { code: tip.code, reason: tip.reason } }),
  };
}

export const pointAnswer = ({ name, height }: PointHeight): PointAnswer => ({
  name,
  ...(height.ok ? { height: heightAnswer(height.value) } : { missing: { code: height.code, reason: height.reason } }),
});

export const stationAnswer = (s: StationResult, aims: readonly Aim[]): StationAnswer => ({
  station: s.station,
  distance: s.distance,
  distanceSigma: s.distanceSigma,
  distanceBy: s.distanceBy,
  predictedBase: s.predictedBase,
  eyeHeight: s.eyeHeight,
  eyeHeightAssumed: s.eyeHeightAssumed,
  aims: aims.map(({ kind, name, height, reading }) => ({
    kind,
    name,
    height,
    degrees: (Math.atan(reading) * 180) / Math.PI,
    percent: 100 * reading,
  })),
});
