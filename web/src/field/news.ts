import type { Filed, Revisions } from './schema';

/** What pages of one device, and their workers, tell each other. */
export interface News {
  /** Records that were kept or pulled, and how often their scopes have been written to with that. */
  readonly written?: { readonly filed: readonly Filed[]; readonly revisions: Revisions };
  /** Whether they were made on this device, and so wait in the outbox. */
  readonly kept?: true;
  /** A survey of which rows were derived. */
  readonly derived?: string;
  /** What was decided may have taken records out of the book, or brought some back: all is to be read again. */
  readonly decided?: true;
}

export const newsChannel = () => new BroadcastChannel('arbolito.news');
