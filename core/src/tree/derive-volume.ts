import { USUAL_REACH } from '../diameter/index';
import { logsByStick } from '../height/index';
import { LOGS_16_FT, type ProtocolOptions, STUMP_1_FT } from '../survey/index';
import {
  type Answer,
  answer,
  type BoardFeet,
  DomainError,
  inches,
  METRES_PER_FOOT,
  metres,
  metresToFeet,
  metresToInches,
  noAnswer,
} from '../units';
import {
  byFormClassTable,
  byFormFactor,
  DEFAULT_FORM_FACTOR,
  formFactorSigma,
  LOG_RULE_NAMES,
  type LogRuleName,
  logByLog,
  merchantableLogs,
} from '../volume/index';
import type { Gathered } from './gather';
import type {
  Assumption,
  BasalAreaResult,
  BoardResult,
  CubicResult,
  DiameterResult,
  HeightResult,
  LogsResult,
  StationResult,
} from './result';
import { DEFAULT_FORM_CLASS, DEFAULT_TAPER_PER_LOG, type SpeciesFigures } from './species';

/**
 * Stem volume by form factor.
 * @param assume is told of every figure nobody gave
 */
export function deriveCubic(
  basalArea: Answer<BasalAreaResult>,
  height: Answer<HeightResult>,
  species: SpeciesFigures,
  assume: (a: Assumption) => void,
): Answer<CubicResult> {
  if (!basalArea.ok) return noAnswer('no-diameter', 'Volume needs the diameter.');
  if (!height.ok) return noAnswer('no-height', 'Volume needs the total height.');
  const given = species.formFactor !== undefined;
  const f = species.formFactor ?? DEFAULT_FORM_FACTOR.value;
  const sigmaF = species.formFactorSigma ?? DEFAULT_FORM_FACTOR.sigma;
  if (!given) assume(FORM_FACTOR);
  else if (species.formFactorSigma === undefined) assume(FORM_FACTOR_SIGMA);
  if (basalArea.value.stems > 1) assume(STEMS_SHARE_HEIGHT);
  const value = byFormFactor(basalArea.value.value, height.value.value, f);
  const sigma = formFactorSigma(value, {
    f: sigmaF / f,
    // basal area goes with the square of the diameter
    diameter: basalArea.value.sigma / basalArea.value.value / 2,
    height: height.value.sigma / height.value.value,
  });
  return answer({ value, sigma, formFactor: f });
}

/**
 * Board feet log by log, from logs as told or cut from the merchantable height.
 * @param assume is told of every figure nobody gave
 */
export function deriveBoards(
  dbh: Answer<DiameterResult>,
  merchantable: Answer<HeightResult>,
  read: Answer<LogsResult> | null,
  protocol: ProtocolOptions,
  species: SpeciesFigures,
  assume: (a: Assumption) => void,
): Answer<BoardResult> {
  if (!dbh.ok)
    return noAnswer(
      dbh.code === 'stems-stand-alone' ? dbh.code : 'no-diameter',
      dbh.code === 'stems-stand-alone' ? 'Board feet go stem by stem: measure each as a tree of its own.' : 'Board feet need the diameter.',
    );
  if (read && !read.ok && !merchantable.ok) return read;
  const told = read?.ok ? read.value.halves : undefined;
  if (told === undefined && !merchantable.ok) return noAnswer('no-logs', 'Board feet need the logs, or a sight to the merchantable top.');
  const logs = protocol.merchantable?.logs ?? LOGS_16_FT;
  if (!protocol.merchantable?.logs) assume(LOGS);
  let count: number;
  if (told !== undefined) count = told;
  else {
    const stump = protocol.merchantable?.stumpHeight ?? STUMP_1_FT;
    if (!protocol.merchantable) assume(STUMP);
    const length = merchantable.ok ? merchantable.value.value - stump : 0;
    if (!(length > 0)) return noAnswer('no-logs', 'The merchantable top is not above the stump: there is no log.');
    count = merchantableLogs(metresToFeet(metres(length)), {
      length: metresToFeet(metres(logs.length)),
      trim: metresToFeet(metres(logs.trim)),
      oddEnd: logs.oddEnd,
    });
  }
  if (count === 0) return noAnswer('no-logs', 'The merchantable stem is shorter than half a log.');
  const ownClass = species.formClass ?? protocol.formClass;
  const ownTaper = species.taperPerLog ?? protocol.taperPerLog;
  if (ownClass === undefined) assume(FORM_CLASS);
  if (ownTaper === undefined) assume(TAPER);
  const formClass = ownClass ?? DEFAULT_FORM_CLASS;
  const taperPerLog = ownTaper ?? DEFAULT_TAPER_PER_LOG;
  try {
    const sum = logByLog(metresToInches(dbh.value.value), count, {
      formClass,
      taperPerLog: inches(taperPerLog),
      logLength: metresToFeet(metres(logs.length)),
    });
    // the table counts logs of 16 ft
    const sixteen = Math.abs(logs.length - LOGS_16_FT.length) < 1e-6;
    const byTable = {} as Record<LogRuleName, Answer<BoardFeet>>;
    for (const rule of LOG_RULE_NAMES)
      byTable[rule] = sixteen ? byFormClassTable(rule, metresToInches(dbh.value.value), count, formClass) : OTHER_LOGS;
    return answer({
      logs: sum.logs,
      boardFeet: sum.boardFeet,
      byTable,
      count,
      counted: told !== undefined ? 'told' : 'from-height',
      formClass,
      taperPerLog,
    });
  } catch (e) {
    // more logs than the taper leaves wood for is a property of this tree, not a wrong argument of the caller
    if (e instanceof DomainError && e.code === 'taper-too-strong') return noAnswer('taper-too-strong', `With this taper ${e.expected}.`);
    throw e;
  }
}

/**
 * Logs as somebody counted them, or read on a stick's log scale: those as they are at the reach and distance it was used
 * at, odd ends as the protocol says.
 * @param assume is told of a reach nobody gave
 * @returns logs as read and in halves; null where none were read, no answer where the scale's distance is missing
 */
export function logsRead(
  all: Gathered,
  stations: readonly Answer<StationResult>[],
  protocol: ProtocolOptions,
  assume: (a: Assumption) => void,
): Answer<LogsResult> | null {
  const told = all.logs.at(-1);
  if (told) return answer({ value: told.value, halves: told.value, by: 'counted' });
  const last = all.logScales.at(-1);
  if (!last) return null;
  const { reading } = last;
  const station = stations[all.stations.findIndex((s) => s.id === last.station)];
  if (!station?.ok) return noAnswer('no-distance', 'A stick’s log scale is drawn for one distance: read the one it was used at.');
  const drawn = metres(reading.designReach ?? USUAL_REACH);
  if (reading.reach === undefined) assume(REACH);
  const value = logsByStick(
    reading.value,
    { used: station.value.distance, drawn: metres(reading.designDistance ?? LOG_SCALE_DISTANCE) },
    { own: metres(reading.reach ?? drawn), drawn },
  );
  const halves = protocol.merchantable?.logs?.oddEnd === 'nearest' ? Math.round(value * 2) : Math.floor(value * 2 + 1e-9);
  return answer({ value, halves: halves / 2, by: 'log-scale' });
}

const OTHER_LOGS = noAnswer('outside-table', 'The form-class table counts logs of 16 ft, and this protocol cuts others.');

/** 66 ft, one chain: what log scales are drawn for where they say nothing. */
const LOG_SCALE_DISTANCE = 66 * METRES_PER_FOOT;
const REACH: Assumption = { code: 'reach', text: 'The stick’s log scale was held at the reach it is drawn for.' };
const STEMS_SHARE_HEIGHT: Assumption = { code: 'stems-share-height', text: 'Every stem is taken to be as tall as the one measured.' };
const FORM_FACTOR: Assumption = {
  code: 'form-factor',
  text: `Form factor ${DEFAULT_FORM_FACTOR.value} ± ${DEFAULT_FORM_FACTOR.sigma}: a general figure, not this species' own.`,
};
const FORM_FACTOR_SIGMA: Assumption = { code: 'form-factor-sigma', text: `Form factor trusted to ± ${DEFAULT_FORM_FACTOR.sigma}.` };
const FORM_CLASS: Assumption = { code: 'form-class', text: `Form class ${DEFAULT_FORM_CLASS}: a general figure, not this species' own.` };
const TAPER: Assumption = { code: 'taper', text: `Taper ${DEFAULT_TAPER_PER_LOG} in a log above the first: a general figure.` };
const LOGS: Assumption = { code: 'logs', text: 'Logs of 16 ft with 0.3 ft trim, odd ends down: the protocol cuts no logs.' };
const STUMP: Assumption = { code: 'stump', text: 'Stump of 1 ft: the protocol names none.' };
