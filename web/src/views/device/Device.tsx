import { bookStore } from '../../field/book-store';
import { clockNow } from '../../field/clock';
import { askToPersist } from '../../field/offline';
import { isNearlyFull, useThisDevice } from '../../field/this-device';
import { useBookState } from '../../field/use-book';
import { Coming } from '../../ui/Coming';
import { Frame } from '../../ui/frame/Frame';
import { KeyList } from '../../ui/frame/Keys';
import { LeaveBehind } from '../../ui/LeaveBehind';
import { bounded } from '../../ui/PageBoundary';
import { SaveUnsynced } from '../../ui/SaveUnsynced';
import { useToday } from '../../ui/use-today';
import { weight } from '../../ui/weight';
import { carriedHere } from './carried';
import { HandSwitches } from './HandSwitches';
import { sayClock } from './say-clock';
import { TakeInFile } from './TakeInFile';

/** What this device holds, what of it the server lacks, and whether it is ready to leave the network. */
function Device() {
  const state = useBookState();
  const today = useToday();
  if (!state.loaded) return <Frame tab={null}>Opening the book …</Frame>;
  const surveys = carriedHere(state, today);
  return (
    <Frame tab={null}>
      <h1 className="text-head leading-tight font-bold">This device</h1>
      <Ready />
      <section className="mt-6" aria-labelledby="surveys">
        <h2 id="surveys" className="border-b-2 border-ink pb-1 text-lead font-semibold">
          Surveys carried here
        </h2>
        {surveys.length === 0 && <p className="py-3 text-soft">None yet: take one along from the field book, or begin one.</p>}
        <ul>
          {surveys.map((s) => (
            <li key={s.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule py-2">
              <span className="min-w-0 flex-1">
                <a href={`/trees?survey=${s.id}`} className="font-semibold">
                  {s.name}
                </a>
                <span className="block text-plain text-soft">{s.says}</span>
                {s.coming && <Coming {...s.coming} />}
              </span>
              {!s.single && <LeaveBehind id={s.id} name={s.name} />}
            </li>
          ))}
        </ul>
        {surveys.length > 0 && (
          <p className="pt-2 text-plain text-soft">
            Leaving one behind takes it off this device alone, and only when the server has all of it.
          </p>
        )}
      </section>
      <HandSwitches />
      <section className="mt-6" aria-label="Keys">
        <h2 className="border-b-2 border-ink pb-1 text-lead font-semibold">Keys</h2>
        <KeyList />
      </section>
    </Frame>
  );
}

/** Whether one can walk out of the network with it. */
function Ready() {
  const state = useBookState();
  const device = useThisDevice();
  const { refused, unsent } = state;
  const clock = sayClock(clockNow());
  return (
    <dl className="mt-3 border-t-2 border-ink">
      <Line name="Pages">
        {device.pagesHere === true
          ? 'All are here: they open without a network, also after the browser was closed.'
          : device.pagesHere === null
            ? 'Being fetched …'
            : 'Not kept here: this browser lets no page open without a network. A page that stays open goes on working.'}
        {device.takeNewer && (
          <button type="button" className="button button-go ml-2" onClick={device.takeNewer}>
            Take the newer Arbolito
          </button>
        )}
        {device.install && (
          <button type="button" className="button ml-2" onClick={() => void device.install?.()}>
            Install on this device
          </button>
        )}
      </Line>
      <Line name="Not sent yet">
        {unsent === 0 ? 'Nothing: the server has all that was read here.' : `${unsent} ${unsent === 1 ? 'record' : 'records'}, kept here. `}
        {unsent > 0 && (
          <button type="button" className="button ml-2" onClick={() => void bookStore.sync()}>
            Send now
          </button>
        )}
        {state.reached === false && <span className="block text-soft">No server just now: they are sent once it answers.</span>}
        <span className="mt-2 flex flex-wrap items-center gap-2">
          {unsent > 0 && <SaveUnsynced unsaved={state.unsaved} />}
          <TakeInFile />
        </span>
      </Line>
      <Line name="Refused">
        {refused.length === 0 ? (
          'Nothing.'
        ) : (
          <a href="/refused">
            {refused.length} {refused.length === 1 ? 'record' : 'records'}, kept here: look at them
          </a>
        )}
      </Line>
      <Line name="Room">
        {device.room === null ? (
          'This browser does not say.'
        ) : (
          <span className={isNearlyFull(device) ? 'font-semibold text-berry' : undefined}>
            {weight(device.room.used)} used, {weight(device.room.left)} left
            {isNearlyFull(device) && ': free some before you go on, or leave a survey behind'}
          </span>
        )}
        {device.persists === true && <span className="block text-soft">The browser keeps it also when it runs short of room.</span>}
        {device.persists === false && (
          <span className="block text-soft">
            Running short of room, the browser might throw it away.
            <button type="button" className="button ml-2" onClick={() => void askToPersist()}>
              Ask it not to
            </button>
          </span>
        )}
      </Line>
      <Line name="Clock">{clock ?? 'Not compared with the server yet.'}</Line>
    </dl>
  );
}

function Line({ name, children }: { readonly name: string; readonly children: React.ReactNode }) {
  return (
    <div className="grid gap-x-4 border-b border-rule py-2 desk:grid-cols-[9rem_minmax(0,1fr)]">
      <dt className="text-soft">{name}</dt>
      <dd>{children}</dd>
    </div>
  );
}

export default bounded(Device);
