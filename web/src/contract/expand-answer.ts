import 'reflect-metadata';
import { IsIn, IsNumber, IsOptional, IsString } from 'class-validator';
import { Many, MaybeOne, One, Says } from './describe';
import { CurveAnswer, EstimateAnswer, NeededAnswer, NoteAnswer, OffTreeAnswer, SurveyFigures, TotalAnswer } from './stand-answer';

export class UnitsAnswer {
  @IsIn(['cm', 'in']) diameter!: string;
  @IsIn(['m', 'ft']) height!: string;
  @IsIn(['m²', 'ft²']) basalArea!: string;
  @IsIn(['m³', 'ft³']) volume!: string;
  @IsIn(['ha', 'acre']) land!: string;
}
export class ValuesAnswer {
  @One(() => EstimateAnswer) whole!: EstimateAnswer;
  @MaybeOne(() => TotalAnswer) @Says('There when the area is told.') total!: TotalAnswer | null;
  @Many(() => EstimateAnswer) @Says('One a group, in the order asked.') groups!: EstimateAnswer[];
  @Many(() => NeededAnswer) needed!: NeededAnswer[];
}
export class MeanTreeAnswer {
  @IsNumber() meanTree!: number;
  @IsOptional() @IsNumber() @Says('Null of one tree.') meanTreeError!: number | null;
  @One(() => EstimateAnswer) perLand!: EstimateAnswer;
  @MaybeOne(() => TotalAnswer) total!: TotalAnswer | null;
}
export class HeightsAnswer {
  @Many(() => CurveAnswer) curves!: CurveAnswer[];
  @Many(() => OffTreeAnswer) off!: OffTreeAnswer[];
  @Many(() => NoteAnswer) notes!: NoteAnswer[];
}
/** What was asked for; the others are left out. */
export class ExpandResponse {
  @IsIn(['plots', 'every-tree', 'values', 'mean-tree', 'needed', 'heights']) kind!: string;
  @One(() => UnitsAnswer) units!: UnitsAnswer;
  @IsNumber() @Says('per cent') confidence!: number;
  @MaybeOne(() => SurveyFigures) stand?: SurveyFigures;
  @MaybeOne(() => ValuesAnswer) values?: ValuesAnswer;
  @MaybeOne(() => MeanTreeAnswer) meanTree?: MeanTreeAnswer;
  @IsOptional() @Many(() => NeededAnswer) needed?: NeededAnswer[];
  @MaybeOne(() => HeightsAnswer) heights?: HeightsAnswer;
}
/** A stored survey's figures. */
export class ResultsResponse {
  @IsString() survey!: string;
  @IsString() @Says('When they were worked out.') at!: string;
  @One(() => UnitsAnswer) units!: UnitsAnswer;
  @IsNumber() @Says('per cent') confidence!: number;
  @One(() => SurveyFigures) stand!: SurveyFigures;
}
