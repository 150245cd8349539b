import type { Version } from '../../derivation/store';

/** Of this code; of sources that nobody built, all are one. */
export const VERSION: Version = (globalThis as { VERSION?: Version }).VERSION ?? { code: 'source', built: '' };
