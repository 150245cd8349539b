export { ASSUMED_EYE_HEIGHT, type ReadingErrors, TYPICAL_ERRORS } from './typical-errors';
