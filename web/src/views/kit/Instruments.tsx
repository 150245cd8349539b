import { formatNumber, metres, showHeight } from '@arbolito/core';
import { useEffect, useMemo, useState } from 'react';
import type { Book } from '../../book/book';
import { FACTOR, type InstrumentLine, instrumentsOf, TOOL_WORDS } from '../../book/instrument-model';
import type { Recomputed } from '../../book/recomputed';
import type { Instruments as InHand } from '../../book/slots';
import type { BodyOf } from '../../contract/envelope';
import { sheets } from '../../field/use-sheet';
import { AddInstrument } from './AddInstrument';
import { CheckForm } from './CheckForm';
import { UnusableRecords } from './UnusableRecords';

interface Props {
  readonly book: Book;
  readonly today: string;
  readonly inHand: InHand;
  readonly onUse: (line: InstrumentLine, on: boolean) => void;
  readonly onKeepCheck: (body: BodyOf<'calibration'>) => void;
  readonly onAdd: (body: BodyOf<'instrument'>) => void;
}

/** The instruments of the book: which are in hand, what they are trusted to, when they were checked and what that found. */
export function Instruments({ book, today, inHand, onUse, onKeepCheck, onAdd }: Props) {
  const lines = useMemo(() => instrumentsOf(book, today), [book, today]);
  const [open, setOpen] = useState<string | null>(null);
  return (
    <section className="mt-8" aria-labelledby="instruments">
      <h2 id="instruments" className="text-title font-semibold">
        Instruments
      </h2>
      <p className="mt-1 max-w-prose text-plain text-soft">
        Readings name the instrument in hand. A check that fails puts right what it read since its last good one, and everything that
        follows from it.
      </p>
      <ul className="mt-3 border-t-2 border-ink">
        {lines.map((i) => {
          const words = TOOL_WORDS[i.tool];
          const on = words.use !== null && inHand[words.use] === i.id;
          return (
            <li key={i.id} className="border-b border-edge py-2" data-instrument={i.name}>
              <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
                <span className="min-w-0 flex-1 desk:w-56 desk:flex-none">
                  <span className="block font-semibold">{i.name}</span>
                  <span className="block text-small text-soft">
                    {words.name}
                    {i.sigma !== null &&
                      words.sigma &&
                      `, ± ${formatNumber(i.sigma / FACTOR[words.sigma], words.sigma === 'metres' ? 3 : 2)} ${SHORT[words.sigma]}`}
                    {i.end !== null && `, scale up to ${i.end}`}
                  </span>
                </span>
                <span className="order-last w-full text-plain empty:hidden desk:order-none desk:w-auto desk:min-w-0 desk:flex-1">
                  {sayCheck(i)}
                </span>
                {words.use && (
                  <button type="button" className="chip px-3" aria-pressed={on} onClick={() => onUse(i, !on)}>
                    in hand
                  </button>
                )}
                {words.check && (
                  <button
                    type="button"
                    className="button px-3"
                    aria-expanded={open === i.id}
                    onClick={() => setOpen(open === i.id ? null : i.id)}
                  >
                    Check it
                  </button>
                )}
              </div>
              {open === i.id && words.check && (
                <CheckForm
                  instrument={i.id}
                  what={words.check.what}
                  onKeep={(body) => {
                    onKeepCheck(body);
                    setOpen(null);
                  }}
                />
              )}
              <UnusableRecords book={book} owner={i.id} what="The check" remedy="Check the instrument again." />
              <Changed book={book} line={i} />
            </li>
          );
        })}
        {lines.length === 0 && (
          <li className="border-b border-edge py-3 text-soft">
            No instrument is in the book yet: readings are trusted as such instruments usually are.
          </li>
        )}
      </ul>
      <AddInstrument onAdd={onAdd} />
    </section>
  );
}

const SHORT = { degrees: '°', 'per cent': '%', metres: 'm' } as const;

function sayCheck(i: InstrumentLine): React.ReactNode {
  const last = i.checks.at(-1);
  const { check } = TOOL_WORDS[i.tool];
  if (!check) return null;
  if (!last) return <span className="text-soft">never checked</span>;
  const found =
    last.what === 'two-way'
      ? `reads ${formatNumber(Math.abs(last.zero), 2)}° too ${last.zero > 0 ? 'high' : 'low'}`
      : `reads ${formatNumber(Math.abs(1 / last.factor - 1) * 100, 1)} % too ${last.factor < 1 ? 'long' : 'short'}`;
  return (
    <>
      <span className={last.passed ? 'text-wood' : 'font-semibold text-berry'}>
        {last.passed ? 'good' : 'failed'}, {found}
      </span>{' '}
      <span className="text-soft">
        {last.at.slice(0, 10)}
        {i.due?.state === 'due' ? '; due again' : i.due ? `; good for ${i.due.days} ${i.due.days === 1 ? 'day' : 'days'}` : ''}
      </span>
    </>
  );
}

/** What a failed check changed: each height as it was taken and as it is now. */
function Changed({ book, line }: { book: Book; line: InstrumentLine }) {
  const failed = line.checks.some((c) => !c.passed);
  const [trees, setTrees] = useState<readonly Recomputed[]>([]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a book that has changed may change them
  useEffect(() => {
    let here = true;
    if (failed)
      void sheets()
        .recomputedBy(line.id)
        .then((found) => here && setTrees(found));
    else setTrees([]);
    return () => {
      here = false;
    };
  }, [book, line.id, failed]);
  if (trees.length === 0) return null;
  return (
    <details className="mt-1 text-plain" open>
      <summary className="flex min-h-12 items-center font-semibold">
        {trees.length} {trees.length === 1 ? 'height is' : 'heights are'} put right by a failed check
      </summary>
      <table className="w-full max-w-xl text-left">
        <thead className="text-soft">
          <tr>
            <th className="py-1 pr-4 font-normal">Tree</th>
            <th className="py-1 pr-4 font-normal">As taken</th>
            <th className="py-1 pr-4 font-normal">Put right</th>
            <th className="py-1 font-normal">Change</th>
          </tr>
        </thead>
        <tbody>
          {trees.slice(0, 50).map((t) => (
            <tr key={t.tree} className="border-t border-rule">
              <th scope="row" className="py-1.5 pr-4 font-semibold">
                <a className="underline underline-offset-4" href={`/measure?tree=${t.tree}`}>
                  {t.tag}
                </a>
              </th>
              <td className="figure py-1.5 pr-4">{showHeight(metres(t.before), t.units)}</td>
              <td className="figure py-1.5 pr-4">{showHeight(metres(t.after), t.units)}</td>
              <td className="figure py-1.5">
                {t.after > t.before ? '+' : '−'}
                {formatNumber((Math.abs(t.after - t.before) / t.before) * 100, 1)} %
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {trees.length > 50 && <p className="text-soft">and {trees.length - 50} more</p>}
    </details>
  );
}
