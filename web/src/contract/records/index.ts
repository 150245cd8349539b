import type { ContractClass } from '../describe';
import type { Kind } from '../kinds/index';
import { BodyMeasureBody } from './body-measure';
import { CalibrationBody } from './calibration';
import { ClockCheckBody } from './clock-check';
import { ConfirmationBody } from './confirmation';
import { DeterminationBody } from './determination';
import { InstrumentBody } from './instrument';
import { PaceCalibrationBody } from './pace-calibration';
import { PersonBody } from './person';
import { PlotBody } from './plot';
import { ProtocolBody } from './protocol';
import { ReadingBody } from './reading';
import { RetractionBody } from './retraction';
import { SpeciesBody } from './species';
import { StationBody } from './station';
import { StemBody } from './stem';
import { StratumBody } from './stratum';
import { StrikeOutBody } from './strike-out';
import { SurveyBody } from './survey';
import { ToolCalibrationBody } from './tool-calibration';
import { TreeBody } from './tree';
import { VisitBody } from './visit';

/** The class of every kind's body, with its checks. */
export const BODIES = {
  person: PersonBody,
  'body-measure': BodyMeasureBody,
  'pace-calibration': PaceCalibrationBody,
  'tool-calibration': ToolCalibrationBody,
  instrument: InstrumentBody,
  calibration: CalibrationBody,
  protocol: ProtocolBody,
  species: SpeciesBody,
  survey: SurveyBody,
  stratum: StratumBody,
  plot: PlotBody,
  tree: TreeBody,
  stem: StemBody,
  visit: VisitBody,
  station: StationBody,
  determination: DeterminationBody,
  reading: ReadingBody,
  'clock-check': ClockCheckBody,
  confirmation: ConfirmationBody,
  retraction: RetractionBody,
  'strike-out': StrikeOutBody,
} satisfies Record<Kind, ContractClass>;

export type BodyOf<K extends Kind> = InstanceType<(typeof BODIES)[K]>;
