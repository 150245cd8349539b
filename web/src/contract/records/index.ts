import { bodyMeasure } from './body-measure';
import { calibration } from './calibration';
import type { RecordKind } from './define';
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
import { survey } from './survey';
import { tree } from './tree';
import { visit } from './visit';

/** Every kind of record, parents before children. A new kind is a file beside these, a line here and a table. */
export const RECORDS = {
  person,
  'body-measure': bodyMeasure,
  'pace-calibration': paceCalibration,
  instrument,
  calibration,
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
  retraction,
} satisfies Record<string, RecordKind>;

export type Kind = keyof typeof RECORDS;
export const KINDS = Object.keys(RECORDS) as Kind[];
