export { pairedError, type ReadingPair, type ToolRecord, TYPICAL_WEIGHT } from './paired-readings';
export { ASSUMED_EYE_HEIGHT, type ReadingErrors, TYPICAL_ERRORS } from './typical-errors';
