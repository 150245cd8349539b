/** Names the program whose results these are; of sources that nobody built, all are one. */
export const PROGRAM: string = (globalThis as { PROGRAM?: string }).PROGRAM ?? 'source';
