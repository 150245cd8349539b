export type { CalledTree, LineContext } from './define';
export { CROWN_LETTERS, ownLetters, STATUS_LETTERS } from './marks';
export { middleOf, nameOfClass } from './numbers';
export { NOTHING_CALLED, type ParsedCall, parseCall } from './parse';
export { printCall } from './print';
export { sayCall } from './say';
