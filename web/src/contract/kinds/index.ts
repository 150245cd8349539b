import { bodyMeasure } from './body-measure';
import { calibration } from './calibration';
import { clockCheck } from './clock-check';
import { confirmation } from './confirmation';
import type { KindFacts } from './define';
import { determination } from './determination';
import { instrument } from './instrument';
import { paceCalibration } from './pace-calibration';
import { person } from './person';
import { plot } from './plot';
import { protocol } from './protocol';
import { reading } from './reading';
import { retraction } from './retraction';
import { species } from './species';
import { station } from './station';
import { stem } from './stem';
import { stratum } from './stratum';
import { strikeOut } from './strike-out';
import { survey } from './survey';
import { toolCalibration } from './tool-calibration';
import { tree } from './tree';
import { visit } from './visit';

/** Every kind of record, what a record names before what names it. */
export const KINDS = {
  person,
  'body-measure': bodyMeasure,
  'pace-calibration': paceCalibration,
  'tool-calibration': toolCalibration,
  instrument,
  calibration,
  'clock-check': clockCheck,
  protocol,
  species,
  survey,
  stratum,
  plot,
  tree,
  stem,
  visit,
  station,
  determination,
  reading,
  confirmation,
  retraction,
  'strike-out': strikeOut,
} satisfies Record<string, KindFacts>;

export type Kind = keyof typeof KINDS;
export const KIND_NAMES = Object.keys(KINDS) as Kind[];
