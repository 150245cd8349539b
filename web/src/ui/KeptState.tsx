import { CLOCK_TOLERANCE, clockNow } from '../field/clock';
import { isNearlyFull, useThisDevice } from '../field/this-device';
import { useBookState } from '../field/use-book';
import { SaveUnsynced } from './SaveUnsynced';
import { weight } from './weight';

/** Where the records are, in words: kept is on this device's disk, sent is on the server. Leads to what this device holds. */
export function KeptState() {
  const state = useBookState();
  const device = useThisDevice();
  if (!state.loaded) return <span>opening the book …</span>;
  if (state.trouble)
    return (
      <span className="text-berry">
        {state.trouble}
        {state.unsaved.length > 0 && <SaveUnsynced unsaved={state.unsaved} className="chip ml-2 px-3" />}
      </span>
    );
  const aside = state.refused.filter((r) => r.aside).length;
  const refused = state.refused.length - aside;
  if (refused > 0)
    return (
      <a href="/refused" className="inline-flex min-h-12 items-center text-berry underline">
        {refused} refused by the server, kept here
      </a>
    );
  if (state.storing > 0) return <span>keeping …</span>;
  if (isNearlyFull(device))
    return (
      <a href="/device" className="inline-flex min-h-12 items-center text-berry underline">
        this device is nearly full: {weight(device.room?.left ?? 0)} left
      </a>
    );
  if (device.takeNewer)
    return (
      <button type="button" className="min-h-12 text-left font-semibold text-resin-text underline" onClick={device.takeNewer}>
        take the newer Arbolito
      </button>
    );
  const clock = clockNow();
  if (clock && Math.abs(clock.offBy) > CLOCK_TOLERANCE)
    return (
      <a href="/device" className="inline-flex min-h-12 items-center text-berry underline">
        this device’s clock is off
      </a>
    );
  const waiting = state.book.waiting().length;
  // a phone has room for one thing
  if (waiting > 0 && state.unsent === 0)
    return (
      <a href="/refused" className="inline-flex min-h-12 items-center text-berry underline">
        <span className="sr-only desk:not-sr-only">
          {state.reached === false ? 'all kept; no server just now,' : 'all kept and sent,'}&nbsp;
        </span>
        {waiting === 1 ? '1 conflict' : `${waiting} conflicts`}
      </a>
    );
  const unread = state.book.unread;
  const said =
    state.unsent > 0
      ? `${state.unsent} kept on this device`
      : unread > 0
        ? `${unread} ${unread === 1 ? 'record' : 'records'} of a newer Arbolito, kept unread: reload this page`
        : state.reached === false
          ? 'all kept; no server just now'
          : 'all kept and sent';
  return (
    <>
      <a href="/device" className="inline-flex min-h-12 items-center">
        {said}
      </a>
      {aside > 0 && state.unsent === 0 && (
        <>
          ; <a href="/refused">{aside} set aside</a>
        </>
      )}
    </>
  );
}
