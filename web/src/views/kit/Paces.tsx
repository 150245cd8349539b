import {
  calibratePace,
  dueOn,
  formatNumber,
  fromMetres,
  metres,
  PACE_COURSE,
  PACE_RUNS,
  type Pace,
  paceDrift,
  parseLength,
  type UnitSystem,
} from '@arbolito/core';
import { useState } from 'react';
import type { Book } from '../../book/book';
import type { Thing } from '../../book/things';
import type { BodyOf } from '../../contract/envelope';
import { PaceCalibrationBody } from '../../contract/records/pace-calibration';
import { useContractForm } from '../../ui/contract-form';
import { numberOf } from '../../ui/number-of';
import { TextField } from '../../ui/TextField';
import { UnusableRecords } from './UnusableRecords';

interface Props {
  readonly book: Book;
  readonly person: string;
  readonly units: UnitSystem;
  readonly today: string;
  readonly onKeep: (body: BodyOf<'pace-calibration'>) => void;
}

/** A person's pace: runs over a taped course, what they say, how it went over the years, and whether it is due. */
export function Paces({ book, person, units, today, onKeep }: Props) {
  const [open, setOpen] = useState(false);
  const all = book.kit.pacesOf(person);
  const last = all.at(-1);
  const now = book.kit.paceOn(person, today, null);
  const due = last ? dueOn(last.body.on, today) : null;
  const kept = last ? calibratePace(last.body.runs) : null;
  const earlier = all.at(-2);
  const before = earlier ? calibratePace(earlier.body.runs) : null;
  const drift = before && kept ? paceDrift(before, kept) : null;
  const pairs = book.kit.pacedAndTaped(person);
  return (
    <section className="mt-8" aria-labelledby="pace">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h2 id="pace" className="text-title font-semibold">
          Pace
        </h2>
        <button type="button" className="button px-3" aria-expanded={open} onClick={() => setOpen(!open)}>
          {all.length === 0 ? 'Walk a course' : 'Walk it again'}
        </button>
      </div>
      <p className="mt-1 max-w-prose text-plain text-soft">
        On a taped course of at least {PACE_COURSE} m, normal steps, the boots of the day, {PACE_RUNS} runs or more. Their spread is the
        error of what you pace.
      </p>
      <div className="mt-3 grid gap-4 border-t-2 border-ink py-3 desk:grid-cols-[14rem_minmax(0,1fr)]">
        <div>
          <p className="figure text-head leading-tight font-semibold" data-pace>
            {now ? show(now.pace, units) : '–'}
          </p>
          <p className="text-plain text-soft">
            {now?.spread
              ? `± ${formatNumber(now.spread * 100, 1)} %, ${now.runs} runs`
              : now
                ? 'one run: ± 4 % until there are more'
                : 'not calibrated: paces give no distance yet'}
          </p>
          {pairs > 0 && <p className="text-plain">{pairs} more from distances both paced and taped: each counts in its own survey</p>}
          {kept && !kept.careful && (
            <p className="text-plain text-resin-text">short course or few runs: walk it again when there is time</p>
          )}
          {due && (
            <p className={`text-plain ${due.state === 'due' ? 'font-semibold text-berry' : 'text-soft'}`}>
              {due.state === 'due' ? 'due: a year is over' : `good for ${due.days} days`}
              {last?.body.footwear && `, in ${last.body.footwear}`}
            </p>
          )}
          {drift?.drifted && (
            <p className="text-plain font-semibold text-berry">
              {formatNumber(Math.abs(drift.share) * 100, 1)} % {drift.share > 0 ? 'longer' : 'shorter'} than before: more than the runs’ own
              spread.
            </p>
          )}
        </div>
        <History all={all} units={units} />
      </div>
      <UnusableRecords book={book} owner={person} what="The pace calibration" remedy="Walk the course again." />
      {open && (
        <Course
          person={person}
          today={today}
          units={units}
          onKeep={(body) => {
            onKeep(body);
            setOpen(false);
          }}
        />
      )}
    </section>
  );
}

const show = (pace: number, units: UnitSystem) =>
  units === 'us' ? `${formatNumber(fromMetres(metres(pace), 'ft'), 2)} ft` : `${formatNumber(pace, 3)} m`;

/** Every calibration with the spread of its runs, oldest at the left. */
function History({ all, units }: { all: readonly Thing<'pace-calibration'>[]; units: UnitSystem }) {
  if (all.length === 0) return null;
  const points = all.map((r) => ({ on: r.body.on, ...(calibratePace(r.body.runs) as Pace) }));
  const low = Math.min(...points.map((p) => p.pace * (1 - 2 * (p.spread ?? 0))));
  const high = Math.max(...points.map((p) => p.pace * (1 + 2 * (p.spread ?? 0))));
  const room = Math.max(high - low, 0.04);
  const y = (v: number) => 98 - ((v - low + (room - (high - low)) / 2) / room) * 72;
  const x = (i: number) => (points.length === 1 ? 150 : 60 + (i * 200) / (points.length - 1));
  return (
    <svg
      viewBox="0 0 320 124"
      className="w-full max-w-md"
      role="img"
      aria-label={`Pace by calibration: ${points.map((p) => `${p.on} ${show(p.pace, units)}`).join(', ')}`}
    >
      {points.length > 1 && (
        <path
          d={points.map((p, i) => `${i === 0 ? 'M' : 'L'}${x(i)} ${y(p.pace)}`).join('')}
          fill="none"
          stroke="var(--slate)"
          strokeWidth={1.5}
        />
      )}
      {points.map((p, i) => (
        <g key={`${p.on} ${p.pace}`}>
          <path
            d={`M${x(i)} ${y(p.pace * (1 + 2 * (p.spread ?? 0)))}V${y(p.pace * (1 - 2 * (p.spread ?? 0)))}`}
            stroke="var(--slate)"
            strokeWidth={2}
          />
          <circle cx={x(i)} cy={y(p.pace)} r={4.5} fill="var(--slate)" />
          <text x={x(i)} y={118} textAnchor="middle" fontSize={12} fill="var(--soft)">
            {p.on}
          </text>
          <text x={x(i)} y={14} textAnchor="middle" fontSize={13} className="figure" fill="var(--ink)">
            {show(p.pace, units)}
          </text>
        </g>
      ))}
    </svg>
  );
}

const RUNS = 12;
const COURSE = {
  course: '',
  footwear: '',
  counted: 'double',
  ...Object.fromEntries(Array.from({ length: RUNS }, (_, i) => [`run${i}`, ''])),
};

/** Runs over one course, as they are walked. */
function Course({
  person,
  today,
  units,
  onKeep,
}: {
  person: string;
  today: string;
  units: UnitSystem;
  onKeep: (body: PaceCalibrationBody) => void;
}) {
  const [count, setCount] = useState(3);
  const form = useContractForm(PaceCalibrationBody, { ...COURSE, course: units === 'us' ? '200' : '60' } as Record<string, string>, {
    mean(typed) {
      const length = parseLength(typed.course ?? '', units === 'us' ? 'ft' : 'm');
      const paces = Array.from({ length: RUNS }, (_, i) => numberOf(typed[`run${i}`] ?? ''));
      const bad = paces.some((p) => p !== null && !(p > 0 && p < 5000));
      return {
        body: {
          person,
          counted: typed.counted,
          runs: length.ok && !bad ? paces.flatMap((p) => (p === null ? [] : [{ course: length.metres, paces: p }])) : [],
          footwear: typed.footwear?.trim() || null,
          on: today,
        },
        wrong: { course: length.ok ? null : length.reason, run0: bad ? 'Paces are numbers above 0.' : null },
      };
    },
    at: { runs: 'run0' },
  });
  const pace = form.body ? calibratePace(form.body.runs) : null;
  const why = [form.field('course').refusal, ...Array.from({ length: RUNS }, (_, i) => form.field(`run${i}`).refusal)].find(Boolean);
  return (
    <form className="flex flex-col gap-3 border-l-4 border-resin bg-resin-bg p-3" onSubmit={form.submit(onKeep)}>
      <div className="flex flex-wrap items-end gap-3">
        <TextField
          label={`Course, ${units === 'us' ? 'ft' : 'm'}`}
          {...form.field('course')}
          refusal={null}
          width="w-28"
          figures
          inputMode="text"
          maxLength={12}
        />
        {Array.from({ length: count }, (_, i) => `run${i}`).map((run, i) => (
          <TextField
            key={run}
            label={`Run ${i + 1}, paces`}
            {...form.field(run)}
            refusal={null}
            width="w-28"
            figures
            inputMode="decimal"
            maxLength={8}
          />
        ))}
        <button type="button" className="chip px-3" onClick={() => setCount(count + 1)} disabled={count >= RUNS}>
          + run
        </button>
      </div>
      <div className="flex flex-wrap items-end gap-3">
        <TextField label="Footwear" {...form.field('footwear')} maxLength={80} />
        <fieldset className="flex items-center gap-1.5">
          <legend className="sr-only">What is counted</legend>
          {(['double', 'single'] as const).map((c) => (
            <button
              key={c}
              type="button"
              className="chip px-3"
              aria-pressed={form.typed.counted === c}
              onClick={() => form.field('counted').onChange(c)}
            >
              {c === 'double' ? 'every second step' : 'every step'}
            </button>
          ))}
        </fieldset>
      </div>
      {why && <p className="text-berry">{why}</p>}
      {pace && (
        <p role="status" className="font-semibold">
          {show(pace.pace, units)}
          {pace.spread !== null && ` ± ${formatNumber(pace.spread * 100, 1)} %`}
          {!pace.careful && (
            <span className="font-normal">
              {' '}
              (from {PACE_COURSE} m and {PACE_RUNS} runs it is a careful one)
            </span>
          )}
        </p>
      )}
      <button type="submit" className="button button-go self-start" disabled={form.body === null}>
        Keep this pace
      </button>
    </form>
  );
}
