import { baseCheck, formatNumber, parseAngle, parseLength, twoWayCheck } from '@arbolito/core';
import { useState } from 'react';
import { celsiusOf } from '../../ui/number-of';
import { TextField } from '../../ui/TextField';

/** A check as it is taken in the field: two sights, or a taped base. */
export function CheckForm({ what, onKeep }: { what: 'two-way' | 'base'; onKeep: (found: Record<string, number>) => void }) {
  const [a, setA] = useState(what === 'base' ? '10' : '');
  const [b, setB] = useState('');
  const [warmth, setWarmth] = useState('');
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
    <TextField
      label={label}
      value={text}
      onChange={set}
      width="w-40"
      figures
      inputMode="text"
      maxLength={20}
      refusal={text !== '' && !parsed.ok ? parsed.reason : null}
    />
  );
  return (
    <form
      className="mt-2 flex flex-col gap-3 border-l-4 border-resin bg-resin-bg p-3"
      onSubmit={(e) => {
        e.preventDefault();
        const celsius = celsiusOf(warmth);
        const air: Record<string, number> = celsius === null ? {} : { celsius };
        if (ok)
          onKeep(what === 'base' ? { taped: value(first), read: value(second), ...air } : { forward: value(first), back: value(second) });
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
        {what === 'base' && (
          <TextField
            label="Warmth of the air, °C"
            value={warmth}
            onChange={setWarmth}
            width="w-40"
            figures
            inputMode="numeric"
            maxLength={5}
            placeholder="for ultrasound"
          />
        )}
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
