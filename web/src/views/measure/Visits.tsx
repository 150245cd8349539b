import { showHeight } from '@arbolito/core';
import { sayDate } from '../../book/say-date';
import { slotOf, stepOfSlot } from '../../book/slots';
import { type Struck, struckIn } from '../../book/struck';
import { takenAs } from '../../book/taken-as';
import type { Thing } from '../../book/things';
import type { BookVisit } from '../../book/tree';
import { currentOf } from '../../book/versions';
import type { AnyRecord, BodyOf } from '../../contract/envelope';
import { wordsOf } from '../../methods/index';
import { readingTitle } from '../../methods/reading-title';
import { sayReading } from '../../methods/say-reading';
import { STEPS } from '../../methods/steps';
import { Conflicts } from '../../ui/Conflicts';
import { StrikeOut } from '../../ui/StrikeOut';
import MoveTree from './MoveTree';
import type { StepId } from './steps';
import type { MeasureModel } from './use-measure';

type Model = MeasureModel;

/** Every visit with all that was read then, by whom and when; what is no longer wanted is struck out here, and brought back. */
export default function Visits({ m, onPick }: { m: Model; onPick: () => void }) {
  const { found } = m.tree;
  if (!found) return <p className="text-soft">Nothing is read of this tree yet: its first reading begins the first visit.</p>;
  const last = found.visits.at(-1);
  return (
    <div className="max-w-4xl">
      <h1 className="text-head font-bold">Tree {m.tree.tag}</h1>
      <Conflicts book={m.book} kind="tree" entity={found.id} units={m.prefs.units} />
      {found.stems.map((s) => (
        <Conflicts key={s.id} book={m.book} kind="stem" entity={s.id} units={m.prefs.units} />
      ))}
      {[...found.visits].reverse().map((v) => (
        <Visit key={v.id} m={m} visit={v} now={v === last} onPick={onPick} />
      ))}
      <Told m={m} />
      {found.visits.length === 0 && <p className="mt-3 text-soft">No reading of it counts.</p>}
      <StruckOut m={m} />
      <section className="mt-6 flex flex-wrap gap-2 border-t border-edge pt-4">
        {found.stems.length > 1 &&
          found.stems.map((s) => (
            <span key={s.id} className="flex w-full flex-wrap items-center gap-3">
              <span>Stem {s.name}, with its readings</span>
              <StrikeOut what={`stem ${s.name}`} onStrike={(why) => m.strikeOut(s.id, why)} />
            </span>
          ))}
        <span className="flex w-full flex-wrap items-center gap-3">
          <span>
            Tree {m.tree.tag}, with everything read of it{found.stems.length === 1 && '; its only stem is struck out with it alone'}
          </span>
          <StrikeOut what={`tree ${m.tree.tag}`} onStrike={(why) => m.strikeOut(found.id, why)} />
        </span>
        <details className="w-full">
          <summary className="flex min-h-12 items-center font-semibold">Move to another survey</summary>
          <MoveTree key={m.hand.tree} m={m} onDone={onPick} />
        </details>
      </section>
    </div>
  );
}

/** Heights of other years that are known only as figures. */
function Told({ m }: { m: Model }) {
  const { earlier } = m.result.told;
  if (earlier.length === 0) return null;
  return (
    <section className="mt-5" aria-label="Heights of other years">
      <h2 className="border-b-2 border-ink pb-1 text-lead font-semibold">Heights of other years, as figures</h2>
      <ul>
        {earlier.map((e) => (
          <li key={`${e.year} ${e.value}`} className="border-b border-rule py-1">
            {e.year}: <span className="figure">{showHeight(e.value, m.prefs.units)}</span>
            {e.method && <span className="text-soft">, {e.method}</span>}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Visit({ m, visit, now, onPick }: { m: Model; visit: BookVisit; now: boolean; onPick: () => void }) {
  const there = visit.readings.flatMap((r) => currentOf(r) ?? []);
  const people = new Set(there.map((r) => m.book.find('person', takenAs(r).person)?.body.name ?? 'nobody named'));
  return (
    <section className="mt-5" aria-label={`Visit of ${visit.on}`}>
      <div className="flex flex-wrap items-center justify-between gap-2 border-b-2 border-ink pb-1">
        <h2 className="text-lead font-semibold">
          {sayDate(visit.on, m.today)}
          <span className="font-normal text-soft"> by {[...people].join(', ')}</span>
        </h2>
        {there.length > 1 && <StrikeOut what={`the visit of ${visit.on}`} onStrike={(why) => m.strikeOut(visit.id, why)} />}
      </div>
      <Conflicts book={m.book} kind="visit" entity={visit.id} units={m.prefs.units} />
      <ul>
        {there.map((r) => (
          <ReadingLine key={r.entity} m={m} reading={r} now={now} onPick={onPick} />
        ))}
      </ul>
    </section>
  );
}

/** What a reading is of: its step, and the way of the height it belongs to where there are several. */
function nameOf(m: Model, body: BodyOf<'reading'>): string {
  const stem = m.tree.found && m.tree.found.stems.length > 1 ? m.tree.found.stems.find((s) => s.id === body.stem) : undefined;
  return [readingTitle(body.read), stem && `stem ${stem.name}`].filter(Boolean).join(', ');
}

function ReadingLine({ m, reading, now, onPick }: { m: Model; reading: Thing<'reading'>; now: boolean; onPick: () => void }) {
  const { read, station, instrument, typed } = reading.body;
  const name = nameOf(m, reading.body);
  const taken = takenAs(reading);
  const said = sayReading(read, m.prefs.units);
  const of = m.determinations.find((d) => station !== null && (d.station === station || d.far === station));
  const slot = stepOfSlot(slotOf(read));
  const step = (of && of.far === station && station !== null ? `far-${slot}` : slot) as StepId;
  const open = () => {
    if (of) m.openDetermination(of.id);
    m.go(step);
    onPick();
  };
  return (
    <li className="border-b border-rule py-1">
      <div className="flex flex-wrap items-center gap-x-3">
        <span className="flex min-w-0 flex-1 flex-wrap items-baseline gap-x-3">
          <span className="min-w-32 font-semibold">{name}</span>
          <span className="figure">{said}</span>
          <span className="text-small text-soft">
            {of && `${wordsOf(of.method).short}; `}
            {instrument && `${m.book.find('instrument', instrument)?.body.name ?? ''}; `}
            {taken.at.slice(0, 16).replace('T', ' ')}
            {!said.includes(typed) && <>; typed “{typed}”</>}
          </span>
        </span>
        <span>
          {now && m.steps.some((s) => s.id === step || of) && step in STEPS && (
            <button type="button" className="chip px-3" aria-label={`Open ${name}`} onClick={open}>
              open
            </button>
          )}
        </span>
        <StrikeOut what={`${name}, ${said}`} onStrike={(why) => m.strikeOut(reading.entity, why)} />
      </div>
      <Conflicts book={m.book} kind="reading" entity={reading.entity} units={m.prefs.units} />
      {reading.history.length > 1 && (
        <ol className="pl-4">
          {reading.history.map((v) => {
            const inForce = reading.heads.some((h) => h.id === v.id);
            return (
              <li key={v.id} className="flex min-h-8 flex-wrap items-center gap-3 text-small">
                <span className={`figure ${inForce ? '' : 'text-soft line-through'}`}>{sayReading(v.body.read, m.prefs.units)}</span>
                <span className="text-soft">
                  {m.book.find('person', v.person)?.body.name ?? 'nobody named'}, {v.at.slice(0, 16).replace('T', ' ')}
                </span>
              </li>
            );
          })}
        </ol>
      )}
    </li>
  );
}

/** What was struck out of the tree, with why, and how to have it back. */
export function StruckOut({ m }: { m: Model }) {
  const struck = struckIn(m.book, m.hand.tree);
  if (struck.length === 0) return null;
  return (
    <section className="mt-6" aria-label="Struck out">
      <h2 className="border-b-2 border-ink pb-1 text-lead font-semibold">Struck out</h2>
      <ul>
        {struck.map((s) => (
          <StruckLine key={s.by.id} m={m} struck={s} />
        ))}
      </ul>
    </section>
  );
}

function StruckLine({ m, struck: { by, thing } }: { m: Pick<Model, 'book' | 'prefs' | 'bringBack' | 'tree'>; struck: Struck }) {
  const what = sayThing(m, thing);
  return (
    <li className="flex flex-wrap items-center gap-x-3 border-b border-rule py-1">
      <span className="line-through">{what}</span>
      <span className="text-small text-soft">
        {by.body.reason ? `${by.body.reason}; ` : ''}
        {m.book.find('person', by.person)?.body.name ?? 'nobody named'}, {by.at.slice(0, 16).replace('T', ' ')}
      </span>
      <button type="button" className="chip ml-auto px-3" aria-label={`Bring back ${what}`} onClick={() => m.bringBack(by.id)}>
        bring back
      </button>
    </li>
  );
}

function sayThing(m: Pick<Model, 'book' | 'prefs' | 'tree'>, thing: AnyRecord): string {
  if (thing.kind === 'reading') {
    return `${readingTitle(thing.body.read)} ${sayReading(thing.body.read, m.prefs.units)}`;
  }
  if (thing.kind === 'visit') return `the visit of ${thing.body.on}`;
  if (thing.kind === 'stem') return `stem ${thing.body.number}`;
  if (thing.kind === 'tree') return `tree ${thing.body.tag}`;
  return thing.kind;
}
