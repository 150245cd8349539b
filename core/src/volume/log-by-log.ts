import { type BoardFeet, DomainError, type Feet, type Inches, requireAbove } from '../units';
import { byEveryRule, type LogRuleName } from './log-rule/index';

export interface StandingLog {
  /** 1 is the butt log. */
  readonly number: number;
  readonly length: Feet;
  /** Predicted diameter inside bark at the small end. */
  readonly smallEnd: Inches;
  readonly boardFeet: Readonly<Record<LogRuleName, BoardFeet>>;
}

export interface LogByLog {
  readonly logs: readonly StandingLog[];
  readonly boardFeet: Readonly<Record<LogRuleName, BoardFeet>>;
}

export interface LogTaper {
  /** Diameter inside bark at the top of the first log over dbh outside bark, per cent. */
  readonly formClass: number;
  /** Loss of diameter per whole log above the first, inches; a half log loses half. */
  readonly taperPerLog: Inches;
  /** Nominal length of a whole log, feet. */
  readonly logLength: Feet;
}

/**
 * Board feet of a standing tree log by log: the butt log's small end is form class × dbh, each further log is smaller
 * by the taper; then each log rule.
 * @param dbh outside bark, inches, above 0
 * @param logs whole and half logs, a multiple of ½ above 0
 * @param taper form class (50–100), taper per log, log length
 * @returns each log and the sums by every rule, not rounded
 * @throws DomainError `out-of-range`, `not-half-logs`, `taper-too-strong` (a small end would vanish)
 * @source Girard's form class (1933) with an even taper per log
 */
export function logByLog(dbh: Inches, logs: number, taper: LogTaper): LogByLog {
  requireAbove('dbh', dbh);
  requireAbove('logs', logs);
  requireAbove('log length', taper.logLength);
  if (!Number.isInteger(logs * 2)) throw new DomainError('not-half-logs', 'logs', logs, 'whole and half logs only');
  if (!(taper.formClass >= 50 && taper.formClass <= 100)) {
    throw new DomainError('out-of-range', 'form class', taper.formClass, 'between 50 and 100 per cent');
  }
  if (!(taper.taperPerLog >= 0)) throw new DomainError('out-of-range', 'taper per log', taper.taperPerLog, '0 in or more');
  const list: StandingLog[] = [];
  let doyle = 0;
  let scribner = 0;
  let international = 0;
  for (let done = 0; done < logs; ) {
    const share = Math.min(1, logs - done);
    // the butt piece, a lone half log too, ends at form class × dbh: never more wood than the form class vouches for
    const smallEnd = (taper.formClass / 100) * dbh - taper.taperPerLog * (done === 0 ? 0 : done + share - 1);
    if (!(smallEnd > 0)) {
      throw new DomainError(
        'taper-too-strong',
        'small end',
        smallEnd,
        `log ${list.length + 1} would end at nothing: fewer logs or less taper`,
      );
    }
    const length = (share * taper.logLength) as Feet;
    const boardFeet = byEveryRule(smallEnd as Inches, length);
    doyle += boardFeet.doyle;
    scribner += boardFeet.scribner;
    international += boardFeet.international;
    list.push({ number: list.length + 1, length, smallEnd: smallEnd as Inches, boardFeet });
    done += share;
  }
  return { logs: list, boardFeet: { doyle, scribner, international } as Record<LogRuleName, BoardFeet> };
}
