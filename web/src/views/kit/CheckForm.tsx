import { baseCheck, formatNumber, parseAngle, parseLength, twoWayCheck } from '@arbolito/core';
import { CalibrationBody } from '../../contract/records/calibration';
import { useContractForm } from '../../ui/contract-form';
import { celsiusOf } from '../../ui/number-of';
import { TextField } from '../../ui/TextField';

interface Props {
  readonly instrument: string;
  readonly what: 'two-way' | 'base';
  readonly onKeep: (body: CalibrationBody) => void;
}

/** A check as it is taken in the field: two sights, or a taped base. */
export function CheckForm({ instrument, what, onKeep }: Props) {
  const read = (text: string) => (what === 'base' ? parseLength(text, 'm') : parseAngle(text, { kind: 'degree' }));
  const value = (r: ReturnType<typeof read>) => (r.ok ? ('metres' in r ? r.metres : r.value) : Number.NaN);
  const form = useContractForm(
    CalibrationBody,
    { first: what === 'base' ? '10' : '', second: '', warmth: '' },
    {
      mean({ first, second, warmth }) {
        const [one, two] = [read(first), read(second)];
        const celsius = celsiusOf(warmth);
        const found =
          what === 'base'
            ? { taped: value(one), read: value(two), ...(celsius === null ? {} : { celsius }) }
            : { forward: value(one), back: value(two) };
        return {
          body: { instrument, what, found },
          wrong: {
            first: one.ok ? null : one.reason,
            second: two.ok ? null : two.reason,
            warmth: warmth.trim() !== '' && celsius === null ? 'Degrees from −60 to 60, or left empty.' : null,
          },
        };
      },
    },
  );
  const [first, second] = [read(form.typed.first), read(form.typed.second)];
  const outcome =
    form.body === null ? null : what === 'base' ? baseCheck(value(first), value(second)) : twoWayCheck(value(first), value(second));
  const said =
    outcome === null
      ? null
      : 'zero' in outcome
        ? `reads ${formatNumber(Math.abs(outcome.zero), 2)}° too ${outcome.zero >= 0 ? 'high' : 'low'}`
        : `reads ${formatNumber(Math.abs(1 / outcome.factor - 1) * 100, 1)} % too ${outcome.factor < 1 ? 'long' : 'short'}`;
  const field = (label: string, name: 'first' | 'second') => (
    <TextField label={label} {...form.field(name)} width="w-40" figures inputMode="text" maxLength={20} />
  );
  return (
    <form className="mt-2 flex flex-col gap-3 border-l-4 border-resin bg-resin-bg p-3" onSubmit={form.submit(onKeep)}>
      <p className="max-w-prose text-plain">
        {what === 'base'
          ? 'Tape a base on level ground, 10 m if there is room, at the temperature of the day, and read it with the instrument.'
          : 'Two marks at the same height above the ground, some 20 m apart. Sight from the first to the second, walk over, sight back. Degrees, with their signs.'}
      </p>
      <div className="flex flex-wrap items-start gap-4">
        {field(what === 'base' ? 'Taped, m' : 'From the first to the second, °', 'first')}
        {field(what === 'base' ? 'It reads, m' : 'Back, °', 'second')}
        {what === 'base' && (
          <TextField
            label="Warmth of the air, °C"
            {...form.field('warmth')}
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
      <button type="submit" className="button button-go self-start" disabled={form.body === null}>
        Keep this check
      </button>
    </form>
  );
}
