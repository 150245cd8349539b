import { type BoardFeet, DomainError, type Feet, type Inches, requireAbove } from '../units';
import { LOG_RULES, type LogRule, type LogRuleName } from './log-rule/index';

type Sums<Name extends string> = Readonly<Record<Name, BoardFeet>>;

export interface StandingLog<Name extends string = LogRuleName> {
  /** 1 is the butt log. */
  readonly number: number;
  readonly length: Feet;
  /** Predicted diameter inside bark at the small end. */
  readonly smallEnd: Inches;
  readonly boardFeet: Sums<Name>;
}

export interface LogByLog<Name extends string = LogRuleName> {
  readonly logs: readonly StandingLog<Name>[];
  readonly boardFeet: Sums<Name>;
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
 * @param rules those that count; every one when left out
 * @returns each log and the sums by every rule, not rounded
 * @throws DomainError `out-of-range`, `not-half-logs`, `taper-too-strong` (a small end would vanish)
 * @example logByLog(inches(18), 1, { formClass: 80, taperPerLog: inches(2), logLength: feet(16) }).boardFeet.doyle.toFixed(2) // '108.16'
 * @source Girard's form class (1933) with an even taper per log
 */
export function logByLog<Name extends string = LogRuleName>(
  dbh: Inches,
  logs: number,
  taper: LogTaper,
  rules: Readonly<Record<Name, LogRule>> = LOG_RULES as Readonly<Record<string, LogRule>>,
): LogByLog<Name> {
  requireAbove('dbh', dbh);
  requireAbove('logs', logs);
  requireAbove('log length', taper.logLength);
  if (!Number.isInteger(logs * 2)) throw new DomainError('not-half-logs', 'logs', logs, 'whole and half logs only');
  if (!(taper.formClass >= 50 && taper.formClass <= 100)) {
    throw new DomainError('out-of-range', 'form class', taper.formClass, 'between 50 and 100 per cent');
  }
  if (!(taper.taperPerLog >= 0)) throw new DomainError('out-of-range', 'taper per log', taper.taperPerLog, '0 in or more');
  const list: StandingLog<Name>[] = [];
  const sums = {} as Record<Name, BoardFeet>;
  for (const rule in rules) sums[rule] = 0 as BoardFeet;
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
    // this runs for every log of every tree: one pass, one object
    const boardFeet = {} as Record<Name, BoardFeet>;
    for (const name in rules) {
      const own = rules[name].boardFeet(smallEnd as Inches, length);
      boardFeet[name] = own;
      sums[name] = (sums[name] + own) as BoardFeet;
    }
    list.push({ number: list.length + 1, length, smallEnd: smallEnd as Inches, boardFeet });
    done += share;
  }
  return { logs: list, boardFeet: sums };
}
