import { FACTOR, type InstrumentTool, TOOL_WORDS } from '../../book/instrument-model';
import { scaleEndOf } from '../../book/instrument-scale';
import type { BodyOf } from '../../contract/envelope';
import { INSTRUMENT_TOOLS } from '../../contract/kinds/instrument';
import { InstrumentBody } from '../../contract/records/instrument';
import { type FormOf, useContractForm } from '../../ui/contract-form';
import { numberOf } from '../../ui/number-of';
import { TextField } from '../../ui/TextField';

/** What an angle instrument may be read on, by a name of its own. */
const SCALES = [
  ['degree', 'degrees'],
  ['percent', 'percent'],
  ['topographic', 'topographic, 66'],
  ...[15, 20, 25, 30, 40].map((d) => [`fixed ${d}`, `scale for ${d} m`] as const),
  ['dial 90 up', 'dial: 90 when level, grows as the sight goes up'],
  ['dial 90 down', 'dial: 90 when level, grows as the sight goes down'],
  ['dial 0 up', 'dial: 0 when level'],
  ['dial 180 up', 'dial: 180 when level, grows up'],
  ['dial 180 down', 'dial: 180 when level, grows down'],
] as const;
function scaleNamed(name: string, end: number | null): BodyOf<'instrument'>['scale'] {
  const [kind = 'degree', figure, grows] = name.split(' ');
  return {
    kind: kind as 'degree' | 'percent' | 'topographic' | 'fixed' | 'dial',
    distance: kind === 'fixed' ? Number(figure) : null,
    level: kind === 'dial' ? Number(figure) : null,
    grows: kind === 'dial' ? (grows as 'up' | 'down') : null,
    end,
  };
}

const EMPTY = { name: '', tool: 'clinometer', sigma: '', scale: 'degree', end: '' };

/** The body of what is typed; a scale that ends level or lower shows no tip. */
const form: FormOf<typeof EMPTY> = {
  mean({ name, tool, sigma, scale, end }) {
    const words = TOOL_WORDS[tool as InstrumentTool];
    const [value, ends] = [numberOf(sigma), numberOf(end)];
    const angled = words.use === 'angle';
    const badEnd = angled && ends !== null && scaleEndOf(scaleNamed(scale, ends)) === null;
    const badError = value !== null && !(value > 0 && value < 100);
    return {
      body: {
        name: name.trim(),
        tool,
        serial: null,
        sigma: value === null || badError || !words.sigma ? null : value * FACTOR[words.sigma],
        scale: angled ? scaleNamed(scale, badEnd ? null : ends) : null,
      },
      wrong: {
        end: badEnd ? 'The figure at its upper end, on the scale itself: past level, under 90°.' : null,
        sigma: badError ? 'A number above 0 and under 100, or left empty.' : null,
      },
    };
  },
};

/** A tool that was not in the book yet, with the error its owner trusts it to. */
export function AddInstrument({ onAdd }: { onAdd: (body: BodyOf<'instrument'>) => void }) {
  const { typed, field, body, submit, reset } = useContractForm(InstrumentBody, EMPTY, form);
  const words = TOOL_WORDS[typed.tool as InstrumentTool];
  return (
    <details className="mt-3 text-plain">
      <summary className="flex min-h-12 items-center font-semibold">+ another instrument</summary>
      <form
        className="flex flex-wrap items-start gap-3"
        onSubmit={submit((made) => {
          onAdd(made);
          reset();
        })}
      >
        <TextField label="Name" {...field('name')} maxLength={80} />
        <label className="flex min-w-0 flex-col gap-1">
          What it is
          <select className="chip max-w-full justify-start" value={typed.tool} onChange={(e) => field('tool').onChange(e.target.value)}>
            {INSTRUMENT_TOOLS.map((t) => (
              <option key={t} value={t}>
                {TOOL_WORDS[t].name}
              </option>
            ))}
          </select>
        </label>
        {words.use === 'angle' && (
          <label className="flex min-w-0 flex-col gap-1">
            Its scale
            <select className="chip max-w-full justify-start" value={typed.scale} onChange={(e) => field('scale').onChange(e.target.value)}>
              {SCALES.map(([v, label]) => (
                <option key={v} value={v}>
                  {label}
                </option>
              ))}
            </select>
          </label>
        )}
        {words.use === 'angle' && (
          <TextField
            label="The scale ends at"
            {...field('end')}
            width="w-32"
            figures
            inputMode="decimal"
            maxLength={10}
            placeholder="far enough"
          />
        )}
        {words.sigma && (
          <TextField
            label={`Its error, ± ${words.sigma}`}
            {...field('sigma')}
            width="w-32"
            figures
            inputMode="decimal"
            maxLength={10}
            placeholder="usual"
          />
        )}
        <button type="submit" className="button self-end" disabled={body === null}>
          Add it to the book
        </button>
      </form>
    </details>
  );
}
