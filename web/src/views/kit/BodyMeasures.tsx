import { formatNumber, fromMetres, type LengthUnit, metres, parseLength, showPom, type UnitSystem } from '@arbolito/core';
import { useState } from 'react';
import { MEASURE_NAMES, type MeasureLine, type PersonKit } from '../../book/kit-model';
import type { BodyOf } from '../../contract/envelope';
import { BODY_RANGES, type BodyMeasure } from '../../contract/kinds/body-measure';
import { BodyMeasureBody } from '../../contract/records/body-measure';
import { useContractForm } from '../../ui/contract-form';

interface Props {
  readonly kit: PersonKit;
  readonly units: UnitSystem;
  readonly today: string;
  readonly onKeep: (body: BodyOf<'body-measure'>) => void;
}

/** Lengths on one's own body: quick to use, good for the boots they were taken in, and for a year. */
export function BodyMeasures({ kit, units, today, onKeep }: Props) {
  const [open, setOpen] = useState<BodyMeasure | null>(null);
  return (
    <section className="mt-6">
      <h2 className="text-title font-semibold">Body marks and reach</h2>
      <p className="mt-1 max-w-prose text-plain text-soft">
        Taken with the boots or snowshoes of the day; due again after a year, or with other boots. Not for permanent plots: there a tape or
        a stick finds the point.
      </p>
      <ul className="mt-3 border-t-2 border-ink">
        {kit.measures.map((m) => (
          <li key={m.what} className="border-b border-edge py-2" data-measure={m.what}>
            <div className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 gap-y-1 desk:grid-cols-[13rem_7rem_minmax(0,1fr)_auto]">
              <span className="font-semibold">{MEASURE_NAMES[m.what]}</span>
              <span className="figure text-right text-title font-semibold desk:text-left">
                {m.value === null ? '–' : show(m.what, m.value, units)}
              </span>
              <span className="flex flex-wrap justify-between gap-x-4 text-plain">
                <span className="text-soft">
                  {sayMeasure(m).map((part) => (
                    <span key={part} className="mr-1 inline-block">
                      {part}
                    </span>
                  ))}
                </span>
                <Due m={m} />
              </span>
              <button
                type="button"
                className="button px-3"
                aria-expanded={open === m.what}
                onClick={() => setOpen(open === m.what ? null : m.what)}
              >
                {m.value === null ? 'Take it' : 'Take it again'}
              </button>
            </div>
            {open === m.what && (
              <Take
                m={m}
                units={units}
                onCancel={() => setOpen(null)}
                person={kit.id}
                today={today}
                onKeep={(body) => {
                  onKeep(body);
                  setOpen(null);
                }}
              />
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

const show = (what: BodyMeasure, value: number, units: UnitSystem) =>
  what === 'reach'
    ? units === 'us'
      ? `${formatNumber(fromMetres(metres(value), 'in'), 1)} in`
      : `${formatNumber(value * 100, 1)} cm`
    : showPom(metres(value), units);

/** Where, in what shoes and when it was taken, in parts that are not broken. */
function sayMeasure(m: MeasureLine): readonly string[] {
  if (m.on === null) return [m.value === null ? ASK[m.what] : 'as the book was told, without a date'];
  return [...(m.where ? [`${m.where},`] : []), ...(m.footwear ? [`in ${m.footwear},`] : []), `taken ${m.on}`];
}

const ASK: Readonly<Record<BodyMeasure, string>> = {
  'breast-height-mark': 'where breast height falls on you: a button, a pocket, a rib',
  reach: 'from the eye to the stick, held as you hold it at a tree',
  'eye-height': 'of the eye above the ground; 1.6 m is assumed without it',
};

function Due({ m }: { m: MeasureLine }) {
  if (!m.due) return null;
  if (m.due.state === 'due') return <span className="font-semibold text-berry">due: take it again before you trust it</span>;
  return <span className={m.due.state === 'soon' ? 'font-semibold text-resin-text' : 'text-soft'}>good for {m.due.days} days</span>;
}

function Take({
  m,
  units,
  person,
  today,
  onKeep,
  onCancel,
}: {
  m: MeasureLine;
  units: UnitSystem;
  person: string;
  today: string;
  onKeep: (body: BodyOf<'body-measure'>) => void;
  onCancel: () => void;
}) {
  const unit: LengthUnit = m.what === 'reach' ? (units === 'us' ? 'in' : 'cm') : units === 'us' ? 'ft' : 'm';
  const form = useContractForm(
    BodyMeasureBody,
    { value: '', footwear: m.footwear ?? '', where: m.where ?? '' },
    {
      mean({ value, footwear, where }) {
        const length = parseLength(value, unit);
        const [low, high] = BODY_RANGES[m.what];
        // the contract speaks of metres, a person of the unit in hand
        const off = length.ok && (length.metres < low || length.metres > high);
        return {
          body: {
            person,
            what: m.what,
            value: length.ok ? length.metres : null,
            footwear: footwear.trim() || null,
            where: where.trim() || null,
            on: today,
          },
          wrong: {
            value: !length.ok
              ? length.reason
              : off
                ? `${length.echo} is no ${MEASURE_NAMES[m.what].toLowerCase()}: from ${show(m.what, low, units)} to ${show(m.what, high, units)}.`
                : null,
          },
        };
      },
    },
  );
  const [value, footwear, where] = [form.field('value'), form.field('footwear'), form.field('where')];
  const field = 'mt-1 block box w-full';
  return (
    <form onSubmit={form.submit(onKeep)} className="mt-3 grid gap-3 desk:grid-cols-[10rem_1fr_1fr_auto] desk:items-end" noValidate>
      <label className="text-plain">
        {MEASURE_NAMES[m.what]}, {unit}
        <input
          className={`${field} figure`}
          value={value.value}
          inputMode="decimal"
          autoComplete="off"
          aria-invalid={value.refusal !== null}
          aria-describedby="take-wrong"
          onChange={(e) => value.onChange(e.target.value)}
        />
      </label>
      <label className="text-plain">
        In which boots
        <input className={field} value={footwear.value} maxLength={80} onChange={(e) => footwear.onChange(e.target.value)} />
      </label>
      {m.what === 'breast-height-mark' ? (
        <label className="text-plain">
          Where on you
          <input className={field} value={where.value} maxLength={120} onChange={(e) => where.onChange(e.target.value)} />
        </label>
      ) : (
        <span />
      )}
      <span className="flex gap-2">
        <button type="submit" className="button button-go">
          Keep
        </button>
        <button type="button" className="button" onClick={onCancel}>
          Not now
        </button>
      </span>
      <p id="take-wrong" className="text-plain text-berry desk:col-span-4" aria-live="polite">
        {value.refusal ?? footwear.refusal ?? where.refusal}
      </p>
    </form>
  );
}
