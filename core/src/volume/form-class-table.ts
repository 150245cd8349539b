import { type Answer, answer, type BoardFeet, type Inches, noAnswer, requireAbove } from '../units';
import type { LogRuleName } from './log-rule/index';

/** V = (a + bL + cL²) + (d + eL + fL²)·D + (g + hL + iL²)·D². */
type Coefficients = readonly [readonly [number, number, number], readonly [number, number, number], readonly [number, number, number]];

/** The published tables as formulas; null for a rule that has none. */
const TABLES: Readonly<Record<LogRuleName, Coefficients | null>> = {
  doyle: [
    [-29.37337, 41.51275, 0.55743],
    [2.78043, -8.77272, -0.04516],
    [0.04177, 0.59042, -0.01578],
  ],
  scribner: [
    [-22.50365, 17.53508, -0.59242],
    [3.02988, -4.34381, -0.02302],
    [-0.01969, 0.51593, -0.02035],
  ],
  international: [
    [-13.35212, 9.58615, 1.52968],
    [1.7962, -2.59995, -0.27465],
    [0.04482, 0.45997, -0.00961],
  ],
};

/** The form class the tables are made for, and what one point more or less is worth. */
const FORM_CLASS = { table: 78, perPoint: 0.03 } as const;

/**
 * Board feet of a standing tree by the form-class table.
 * @param rule the log rule
 * @param dbh outside bark, inches, 10 to 40
 * @param logs of 16 ft, ½ to 6
 * @param formClass Girard's, per cent
 * @returns board feet; no answer outside the table, or where its formula no longer grows with the logs
 * @throws DomainError `out-of-range`
 * @source H. V. Wiant, North. J. Appl. For. 3:124 (1986), fitted to C. Mesavage and J. W. Girard (1946), form class 78; ±3 % a point
 * @example Math.round(byFormClassTable('doyle', 18, 2, 78).value) // 163
 */
export function byFormClassTable(rule: LogRuleName, dbh: Inches, logs: number, formClass: number): Answer<BoardFeet> {
  requireAbove('dbh', dbh);
  requireAbove('logs', logs);
  requireAbove('form class', formClass);
  const table = TABLES[rule];
  if (!table) return noAnswer('outside-table', 'This log rule has no form-class table.');
  if (dbh < 10 || dbh > 40 || logs < 0.5 || logs > 6)
    return noAnswer('outside-table', 'The form-class table goes from 10 to 40 in and from ½ to 6 logs of 16 ft.');
  const [[a, b, c], [d, e, f], [g, h, i]] = table;
  const [D, DD] = [dbh, dbh * dbh];
  const growth = b + 2 * c * logs + (e + 2 * f * logs) * D + (h + 2 * i * logs) * DD;
  const volume = a + b * logs + c * logs * logs + (d + e * logs + f * logs * logs) * D + (g + h * logs + i * logs * logs) * DD;
  if (!(growth > 0) || !(volume > 0))
    return noAnswer(
      'outside-table',
      'Here the table’s formula no longer grows with the logs: it says nothing of so many on so thin a stem.',
    );
  return answer((volume * (1 + FORM_CLASS.perPoint * (formClass - FORM_CLASS.table))) as BoardFeet);
}
