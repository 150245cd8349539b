export { byFormClassTable } from './form-class-table';
export { byFormFactor, DEFAULT_FORM_FACTOR, type FormFactor, formFactorSigma } from './form-factor';
export { type LogByLog, type LogTaper, logByLog, type StandingLog } from './log-by-log';
export { doyle, international, LOG_RULE_NAMES, LOG_RULES, type LogRule, type LogRuleName, scribner } from './log-rule/index';
export { type LogSettings, merchantableLogs } from './merchantable-logs';
