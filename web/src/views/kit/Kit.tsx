import { useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { TOOL_WORDS } from '../../book/instrument-model';
import { kitOf } from '../../book/kit-model';
import { makeRecord } from '../../book/make-records';
import type { AnyRecord } from '../../contract/envelope';
import { PersonBody } from '../../contract/records/person';
import { SHARED_KINDS } from '../../contract/scope';
import { bookStore } from '../../field/book-store';
import { makerNow } from '../../field/device';
import { onPreferences, savedPreferences, savePreferences, takeInHand } from '../../field/preferences';
import { useBookState } from '../../field/use-book';
import { useContractForm } from '../../ui/contract-form';
import { Frame } from '../../ui/frame/Frame';
import { bounded } from '../../ui/PageBoundary';
import { PersonSelect } from '../../ui/PersonSelect';
import { useToday } from '../../ui/use-today';
import { BodyMeasures } from './BodyMeasures';
import { Instruments } from './Instruments';
import { Paces } from './Paces';
import { Tools } from './Tools';

/** People and their tools: body marks with their date, and how far each tool was found to be trusted. */
function Kit() {
  const state = useBookState();
  const { book } = state;
  const prefs = useSyncExternalStore(onPreferences, savedPreferences);
  const [units, setUnits] = useState(prefs.units);
  const people = book.all('person');
  const person = people.find((p) => p.entity === prefs.person) ?? people[0] ?? null;
  const today = useToday();
  const waiting = useMemo(() => book.waiting().filter((t) => SHARED_KINDS.has(t.kind)).length, [book]);
  const kit = useMemo(() => (person ? kitOf(book, person.entity, today) : null), [book, person, today]);
  const choose = (id: string) => savePreferences({ person: id });
  const keep = (record: AnyRecord) => void bookStore.keep([record]);
  useEffect(() => {
    if (state.loaded) void bookStore.openPaired();
  }, [state.loaded]);
  // on a new device the people come in a moment, and what somebody is about to press would move under the finger
  if (!state.loaded || (!state.whole && state.reached === null))
    return (
      <Frame tab="kit">
        <h1 className="text-page leading-tight font-bold">Kit</h1>
        <p className="mt-4 text-soft">Opening the book …</p>
      </Frame>
    );
  return (
    <Frame tab="kit">
      <div className="flex flex-wrap items-center justify-between gap-4">
        <h1 className="text-page leading-tight font-bold">Kit</h1>
        {people.length > 0 && (
          <div className="flex items-center gap-3 text-plain">
            <span className="text-soft">Of</span>
            <PersonSelect people={people} value={person?.entity ?? null} name="Whose kit" onPick={(id) => id && choose(id)} />
          </div>
        )}
        {waiting > 0 && (
          <a className="inline-flex min-h-11 items-center text-berry underline" href="/refused">
            {waiting === 1 ? '1 conflict' : `${waiting} conflicts`}: two people entered different values
          </a>
        )}
        <button
          type="button"
          className="chip px-3"
          aria-label={`Units: ${units === 'us' ? 'feet and inches' : 'metres'}. Change them`}
          onClick={() => setUnits(units === 'us' ? 'metric' : 'us')}
        >
          {units === 'us' ? 'ft, in' : 'm, cm'}
        </button>
      </div>
      {kit ? (
        <>
          <BodyMeasures
            key={kit.id}
            kit={kit}
            units={units}
            today={today}
            onKeep={(body) => keep(makeRecord(makerNow(person?.entity ?? null), 'body-measure', body) as AnyRecord)}
          />
          <Paces
            key={`pace ${kit.id}`}
            book={book}
            person={kit.id}
            units={units}
            today={today}
            onKeep={(body) => keep(makeRecord(makerNow(person?.entity ?? null), 'pace-calibration', body) as AnyRecord)}
          />
          <Tools
            kit={kit}
            onAdopt={(tool, { pairs, bias, biasSigma, sigma }) =>
              keep(
                makeRecord(makerNow(kit.id), 'tool-calibration', {
                  person: kit.id,
                  tool,
                  pairs,
                  bias,
                  biasSigma,
                  sigma,
                  on: today,
                }) as AnyRecord,
              )
            }
          />
        </>
      ) : (
        <p className="mt-6 border-l-4 border-slate bg-slate-bg p-4">
          Nobody is in the book yet. Readings without a name can’t teach the kit anything about a person.
        </p>
      )}
      <Instruments
        book={book}
        today={today}
        inHand={prefs.instruments}
        onUse={(line, on) => {
          const { use } = TOOL_WORDS[line.tool];
          if (!use) return;
          const { [use]: _, ...others } = prefs.instruments;
          // an instrument brings its own scale
          takeInHand(on ? { ...others, [use]: line.id } : others, on ? line.scale : null);
        }}
        onKeepCheck={(body) => keep(makeRecord(makerNow(person?.entity ?? null), 'calibration', body) as AnyRecord)}
        onAdd={(body) => keep(makeRecord(makerNow(person?.entity ?? null), 'instrument', body) as AnyRecord)}
      />
      <AddPerson
        onAdd={(body) => {
          const made = makeRecord(makerNow(null), 'person', body);
          keep(made as AnyRecord);
          choose(made.id);
        }}
      />
    </Frame>
  );
}

function AddPerson({ onAdd }: { onAdd: (body: PersonBody) => void }) {
  const form = useContractForm(
    PersonBody,
    { name: '' },
    { mean: ({ name }) => ({ body: { name: name.trim(), eyeHeight: null, reach: null } }) },
  );
  const { value, onChange, refusal } = form.field('name');
  return (
    <form
      className="mt-8 flex max-w-lg flex-wrap gap-2 border-t border-edge pt-4"
      onSubmit={form.submit((body) => {
        onAdd(body);
        form.reset();
      })}
    >
      <input
        aria-label="Name of somebody else who measures"
        placeholder="another person"
        maxLength={80}
        value={value}
        aria-invalid={refusal !== null}
        onChange={(e) => onChange(e.target.value)}
        className="box min-w-0 flex-1 placeholder:text-soft placeholder:opacity-100"
      />
      <button type="submit" className="button" disabled={form.body === null}>
        Add to the book
      </button>
    </form>
  );
}

export default bounded(Kit);
