import type { Reading, UnitSystem } from '@arbolito/core';
import { useState } from 'react';
import type { Book } from '../book/book';
import { conflictFields, differing, fieldValue, kindWord, sayOpenStrikeOut, thingsIn, withUnit } from '../book/conflict-words';
import { settleConflicts } from '../book/conflicts';
import { retractionOf, strikeOutOf } from '../book/make-records';
import type { Stated, Thing } from '../book/things';
import type { ConflictSide } from '../book/versions';
import type { AnyRecord } from '../contract/envelope';
import type { Kind } from '../contract/kinds/index';
import { bookStore } from '../field/book-store';
import { makerNow } from '../field/device';
import { savedPreferences } from '../field/preferences';
import { sayReading } from '../methods/say-reading';

interface Props {
  readonly book: Book;
  readonly kind: Kind;
  readonly entity: string;
  readonly units: UnitSystem;
  /** Of a plot its trees: what a person sees who strikes it out. */
  readonly parts?: readonly string[];
}

/** What two people changed at once of one thing, and what a person can do about it; or that a newer program wrote it. Nothing where all is well. */
export function Conflicts({ book, kind, entity, units, parts }: Props) {
  const thing = book.find(kind, entity);
  const strikes = book.openStrikeOuts(entity);
  if (thing?.newer)
    return (
      <p className="my-3 border-l-4 border-slate bg-slate-bg p-3" data-newer={kind}>
        A newer Arbolito wrote this {kindWord(kind)}. It is shown as far as this page knows it, and can’t be changed here.{' '}
        <button type="button" className="button ml-2" onClick={() => location.reload()}>
          Reload the page
        </button>
      </p>
    );
  if (!thing || (thing.conflicts.length === 0 && strikes.length === 0)) return null;
  return (
    <div className="my-3 border-l-4 border-berry bg-berry-bg p-3" data-conflict={kind}>
      {thing.conflicts.length > 0 && <Differing key={thing.latest.id} book={book} kind={kind} thing={thing} units={units} />}
      {strikes.map((strike) => (
        <KeepOrStrike key={strike.id} book={book} thing={thing} strike={strike} parts={parts ?? []} />
      ))}
    </div>
  );
}

/** The conflicts of a tree and of all that was read of it. */
export function TreeConflicts({ book, tree, units }: { book: Book; tree: string; units: UnitSystem }) {
  const found = book.tree(tree);
  return (found ? thingsIn(found) : []).map(({ kind, entity }) => (
    <Conflicts key={entity} book={book} kind={kind} entity={entity} units={units} />
  ));
}

const personOf = (book: Book, person: string | null) => book.find('person', person)?.body.name ?? 'person not recorded';
const timeOf = (at: string) => new Date(at).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' });

/** Fields with two values: one is in use, and any can be chosen. Of several conflicts each is chosen before anything is kept. */
function Differing({ book, kind, thing, units }: { book: Book; kind: Kind; thing: Thing<Kind>; units: UnitSystem }) {
  const [chosen, setChosen] = useState<readonly (number | null)[]>(() => thing.conflicts.map(() => null));
  const choose = (conflict: number, side: number) => {
    const next = chosen.map((c, i) => (i === conflict ? side : c));
    setChosen(next);
    if (next.some((c) => c === null)) return;
    const maker = makerNow(savedPreferences().person);
    void bookStore.keep([settleConflicts(maker, thing, next as readonly number[]) as AnyRecord]);
  };
  const left = chosen.filter((c) => c === null).length;
  return (
    <>
      {thing.conflicts.map(({ fields, sides }, i) => (
        <fieldset key={fields.join()}>
          <legend className="font-semibold">Two people entered different values for {conflictFields(kind, fields)}</legend>
          <ul>
            {sides.map((side, s) => (
              <li key={side.by.id} className="flex flex-wrap items-center gap-x-3 gap-y-1 py-1">
                <span className="min-w-40 flex-1">
                  <b className="figure font-semibold">{sayValues(book, kind, fields, differing({ fields, sides }), side, units)}</b>
                  <span className="block text-small text-soft">
                    {personOf(book, side.by.person)}, {timeOf(side.by.at)}
                    {s === 0 && ', in use'}
                  </span>
                </span>
                <button type="button" className="button px-3" aria-pressed={chosen[i] === s} onClick={() => choose(i, s)}>
                  Use this value
                </button>
              </li>
            ))}
          </ul>
        </fieldset>
      ))}
      {thing.conflicts.length > 1 && left < thing.conflicts.length && (
        <p className="text-plain" role="status">
          {left === 1 ? '1 conflict is left to choose.' : `${left} conflicts are left to choose.`} Your choices are kept together.
        </p>
      )}
    </>
  );
}

function sayValues(
  book: Book,
  kind: Kind,
  fields: readonly string[],
  shown: readonly number[],
  { values }: Pick<ConflictSide, 'values'>,
  units: UnitSystem,
): string {
  const named = (id: string): string | null => {
    const found = [
      book.find('species', id),
      book.find('plot', id),
      book.find('stratum', id),
      book.find('survey', id),
      book.find('person', id),
    ];
    return found.find((f) => f !== null)?.body.name ?? book.version('protocol', id)?.body.name ?? null;
  };
  if (kind === 'reading') return sayReading(values[fields.indexOf('read')] as Reading, units);
  if (fields.length === 1) return withUnit(fields[0] as string, values[0], named);
  return shown.map((i) => fieldValue(fields[i] as string, values[i], named)).join(', ');
}

interface KeepOrStrikeProps {
  readonly book: Book;
  readonly thing: Stated<Kind>;
  readonly strike: ReturnType<Book['openStrikeOuts']>[number];
  readonly parts: readonly string[];
}

/** Something was struck out by one person and changed by another. */
function KeepOrStrike({ book, thing, strike, parts }: KeepOrStrikeProps) {
  const maker = () => makerNow(savedPreferences().person);
  const ofPlot = strike.body.entity !== thing.entity;
  const keep = () => void bookStore.keep([retractionOf(maker(), strike.id, 'kept after another person had changed it') as AnyRecord]);
  const strikeOut = () =>
    void bookStore.keep([
      strikeOutOf(maker(), book, thing.entity, strike.body.reason ?? 'struck out after a conflict', parts) as AnyRecord,
    ]);
  return (
    <div>
      <p>
        {sayOpenStrikeOut(thing.entity, strike.body.entity)}{' '}
        <span className="text-small text-soft">
          Struck out by {personOf(book, strike.person)}, {timeOf(strike.at)}
          {strike.body.reason && `: ${strike.body.reason}`}
        </span>
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        <button type="button" className="button" onClick={keep}>
          {ofPlot ? 'Keep the plot with all its trees' : 'Keep'}
        </button>
        <button type="button" className="button" onClick={strikeOut}>
          {ofPlot ? 'Strike out this tree' : 'Strike out'}
        </button>
      </div>
    </div>
  );
}
