import { readJson, writeJson } from './device';

/** Where somebody stopped: what the page with the tree in hand puts by, in words for others. */
export interface Stopped {
  readonly survey: string | null;
  readonly tree: string;
  readonly tag: string;
  /** The step in hand; null with the work done. */
  readonly step: string | null;
  /** Whether anything of the tree is read. */
  readonly begun: boolean;
}

const KEY = 'arbolito.stopped';

export const whereStopped = (): Stopped | null => readJson<Stopped>(KEY);
export const rememberStopped = (stopped: Stopped): void => writeJson(KEY, stopped);
