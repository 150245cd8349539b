import type { PgColumn, PgTable } from 'drizzle-orm/pg-core';
import type { Kind } from '../../contract/kinds/index';
import { bodyMeasure } from './body-measure';
import { calibration } from './calibration';
import { clockCheck } from './clock-check';
import { confirmation } from './confirmation';
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

export { due, filed, surveyAnswer, surveyState, treeRow } from './derived';
export { record } from './record';
export { book, scope } from './scope';

/** The table of every kind of record, its body under the record's id. */
export const TABLES = {
  'body-measure': bodyMeasure,
  calibration,
  'clock-check': clockCheck,
  confirmation,
  determination,
  instrument,
  'pace-calibration': paceCalibration,
  person,
  plot,
  protocol,
  reading,
  retraction,
  species,
  station,
  stem,
  stratum,
  'strike-out': strikeOut,
  survey,
  'tool-calibration': toolCalibration,
  tree,
  visit,
} satisfies Record<Kind, PgTable & { id: PgColumn }>;
