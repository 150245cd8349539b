import type { BookState } from '../field/book-store';

/** Where the records are, in words: kept is on this device's disk, sent is on the server. */
export function KeptState({ state }: { state: BookState }) {
  if (!state.loaded) return <span>opening the book …</span>;
  if (state.trouble) return <span className="text-berry">{state.trouble}</span>;
  if (state.refused > 0) return <span className="text-berry">{state.refused} refused by the server, kept here</span>;
  if (state.storing > 0) return <span>keeping …</span>;
  if (state.unsent > 0) return <span>{state.unsent} kept on this device</span>;
  return <span>{state.reached === false ? 'all kept; no server just now' : 'all kept and sent'}</span>;
}
