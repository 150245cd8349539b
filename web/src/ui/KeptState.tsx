import { useBookState } from '../field/use-book';

/** Where the records are, in words: kept is on this device's disk, sent is on the server. */
export function KeptState() {
  const state = useBookState();
  if (!state.loaded) return <span>opening the book …</span>;
  if (state.trouble) return <span className="text-berry">{state.trouble}</span>;
  const aside = state.refused.filter((r) => r.aside).length;
  const refused = state.refused.length - aside;
  if (refused > 0)
    return (
      <a href="/refused" className="text-berry underline">
        {refused} refused by the server, kept here
      </a>
    );
  if (state.storing > 0) return <span>keeping …</span>;
  if (state.unsent > 0) return <span>{state.unsent} kept on this device</span>;
  if (state.book.unread > 0)
    return (
      <span>
        {state.book.unread} {state.book.unread === 1 ? 'record' : 'records'} of a newer Arbolito, kept unread: reload this page
      </span>
    );
  const said = state.reached === false ? 'all kept; no server just now' : 'all kept and sent';
  if (aside === 0) return <span>{said}</span>;
  return (
    <span>
      {said}; <a href="/refused">{aside} set aside</a>
    </span>
  );
}
