import { baseCheck, formatNumber, metres, parseAngle, parseLength, showHeight, twoWayCheck } from '@arbolito/core';
import { useMemo, useState } from 'react';
import type { Book } from '../../contract/book';
import type { BodyOf } from '../../contract/envelope';
import { INSTRUMENT_TOOLS } from '../../contract/records/instrument';
import type { Instruments as InHand } from '../../field/device';
import { FACTOR, type InstrumentLine, type InstrumentTool, instrumentsOf, recomputedBy, TOOL_WORDS } from './instrument-model';

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
      <h2 id="instruments" className="text-[20px] font-semibold">
        Instruments
      </h2>
      <p className="mt-1 max-w-prose text-[15px] text-soft">
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
                <span className="w-56">
                  <span className="block font-semibold">{i.name}</span>
                  <span className="block text-[14.5px] text-soft">
                    {words.name}
                    {i.sigma !== null &&
                      words.sigma &&
                      `, ± ${formatNumber(i.sigma / FACTOR[words.sigma], words.sigma === 'metres' ? 3 : 2)} ${SHORT[words.sigma]}`}
                  </span>
                </span>
                <span className="min-w-0 flex-1 text-[15px]">{sayCheck(i)}</span>
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
                  what={words.check.what}
                  onKeep={(found) => {
                    onKeepCheck({ instrument: i.id, what: words.check?.what ?? 'two-way', found });
                    setOpen(null);
                  }}
                />
              )}
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

/** A check as it is taken in the field: two sights, or a taped base. */
function CheckForm({ what, onKeep }: { what: 'two-way' | 'base'; onKeep: (found: Record<string, number>) => void }) {
  const [a, setA] = useState(what === 'base' ? '10' : '');
  const [b, setB] = useState('');
  const read = (text: string) => (what === 'base' ? parseLength(text, 'm') : parseAngle(text, { kind: 'degree' }));
  const [first, second] = [read(a), read(b)];
  const value = (r: ReturnType<typeof read>) => (r.ok ? ('metres' in r ? r.metres : r.value) : Number.NaN);
  const ok = first.ok && second.ok;
  const outcome = !ok ? null : what === 'base' ? baseCheck(value(first), value(second)) : twoWayCheck(value(first), value(second));
  const said =
    outcome === null
      ? null
      : 'zero' in outcome
        ? `reads ${formatNumber(Math.abs(outcome.zero), 2)}° too ${outcome.zero >= 0 ? 'high' : 'low'}`
        : `reads ${formatNumber(Math.abs(1 / outcome.factor - 1) * 100, 1)} % too ${outcome.factor < 1 ? 'long' : 'short'}`;
  const field = (label: string, text: string, set: (t: string) => void, parsed: ReturnType<typeof read>) => (
    <label className="flex flex-col gap-1 text-[15px]">
      {label}
      <input
        className="figure min-h-12 w-40 rounded-[10px] border-[1.5px] border-edge bg-field px-3 text-[18px]"
        inputMode="text"
        autoComplete="off"
        maxLength={20}
        value={text}
        aria-invalid={text !== '' && !parsed.ok}
        onChange={(e) => set(e.target.value)}
      />
      {text !== '' && !parsed.ok && <span className="max-w-48 text-[14px] text-berry">{parsed.reason}</span>}
    </label>
  );
  return (
    <form
      className="mt-2 flex flex-col gap-3 border-l-4 border-resin bg-resin-bg p-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (ok) onKeep(what === 'base' ? { taped: value(first), read: value(second) } : { forward: value(first), back: value(second) });
      }}
    >
      <p className="max-w-prose text-[15px]">
        {what === 'base'
          ? 'Tape a base on level ground, 10 m if there is room, at the temperature of the day, and read it with the instrument.'
          : 'Two marks at the same height above the ground, some 20 m apart. Sight from the first to the second, walk over, sight back. Degrees, with their signs.'}
      </p>
      <div className="flex flex-wrap items-start gap-4">
        {field(what === 'base' ? 'Taped, m' : 'From the first to the second, °', a, setA, first)}
        {field(what === 'base' ? 'It reads, m' : 'Back, °', b, setB, second)}
      </div>
      {outcome && (
        <p role="status" className={outcome.passed ? 'font-semibold text-wood' : 'font-semibold text-berry'}>
          {outcome.passed ? 'Good' : 'It fails'}: it {said}.{' '}
          {outcome.passed ? '' : 'What it read since its last good check will be put right by that.'}
        </p>
      )}
      <button type="submit" className="button button-go self-start" disabled={!ok}>
        Keep this check
      </button>
    </form>
  );
}

/** What a failed check changed: each height as it was taken and as it is now. */
function Changed({ book, line }: { book: Book; line: InstrumentLine }) {
  const failed = line.checks.some((c) => !c.passed);
  const trees = useMemo(() => (failed ? recomputedBy(book, line.id) : []), [book, line.id, failed]);
  if (trees.length === 0) return null;
  return (
    <details className="mt-1 text-[15px]" open>
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

const DIALS = [
  ['', 'degrees above and below level'],
  ['90 up', 'dial: 90 when level, grows as the sight goes up'],
  ['90 down', 'dial: 90 when level, grows as the sight goes down'],
  ['180 up', 'dial: 180 when level, grows up'],
  ['180 down', 'dial: 180 when level, grows down'],
] as const;

function AddInstrument({ onAdd }: { onAdd: (body: BodyOf<'instrument'>) => void }) {
  const [name, setName] = useState('');
  const [tool, setTool] = useState<InstrumentTool>('clinometer');
  const [sigma, setSigma] = useState('');
  const [dial, setDial] = useState('');
  const words = TOOL_WORDS[tool];
  const typed = sigma.trim().replace(',', '.');
  const value = typed === '' ? null : Number(typed);
  const bad = value !== null && !(value > 0 && value < 100);
  return (
    <details className="mt-3 text-[15px]">
      <summary className="flex min-h-12 items-center font-semibold">+ another instrument</summary>
      <form
        className="flex flex-wrap items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          if (!name.trim() || bad) return;
          const [level, grows] = dial.split(' ');
          onAdd({
            name: name.trim(),
            tool,
            serial: null,
            sigma: value === null || !words.sigma ? null : value * FACTOR[words.sigma],
            scale: dial ? { kind: 'dial', distance: null, level: Number(level), grows: grows as 'up' | 'down' } : null,
          });
          setName('');
          setSigma('');
        }}
      >
        <label className="flex flex-col gap-1">
          Name
          <input
            className="min-h-12 w-52 rounded-[10px] border-[1.5px] border-edge bg-field px-3"
            maxLength={80}
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
        </label>
        <label className="flex flex-col gap-1">
          What it is
          <select className="chip justify-start" value={tool} onChange={(e) => setTool(e.target.value as InstrumentTool)}>
            {INSTRUMENT_TOOLS.map((t) => (
              <option key={t} value={t}>
                {TOOL_WORDS[t].name}
              </option>
            ))}
          </select>
        </label>
        {tool === 'protractor' && (
          <label className="flex flex-col gap-1">
            How it reads
            <select className="chip justify-start" value={dial} onChange={(e) => setDial(e.target.value)}>
              {DIALS.map(([v, label]) => (
                <option key={v} value={v}>
                  {label}
                </option>
              ))}
            </select>
          </label>
        )}
        {words.sigma && (
          <label className="flex flex-col gap-1">
            Its error, ± {words.sigma}
            <input
              className="figure min-h-12 w-32 rounded-[10px] border-[1.5px] border-edge bg-field px-3"
              inputMode="decimal"
              placeholder="usual"
              maxLength={10}
              value={sigma}
              aria-invalid={bad}
              onChange={(e) => setSigma(e.target.value)}
            />
          </label>
        )}
        <button type="submit" className="button" disabled={!name.trim() || bad}>
          Add it to the book
        </button>
        {bad && <p className="text-berry">An error is a number above 0 and under 100, or left empty.</p>}
      </form>
    </details>
  );
}
