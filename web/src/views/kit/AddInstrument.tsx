import { useState } from 'react';
import { scaleEndOf } from '../../book/instrument-scale';
import type { BodyOf } from '../../contract/envelope';
import { INSTRUMENT_TOOLS } from '../../contract/kinds/instrument';
import { numberOf } from '../../ui/number-of';
import { TextField } from '../../ui/TextField';
import { FACTOR, type InstrumentTool, TOOL_WORDS } from './instrument-model';

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

/** A tool that was not in the book yet, with the error its owner trusts it to. */
export function AddInstrument({ onAdd }: { onAdd: (body: BodyOf<'instrument'>) => void }) {
  const [name, setName] = useState('');
  const [tool, setTool] = useState<InstrumentTool>('clinometer');
  const [sigma, setSigma] = useState('');
  const [scale, setScale] = useState('degree');
  const [end, setEnd] = useState('');
  const words = TOOL_WORDS[tool];
  const value = numberOf(sigma);
  const ends = numberOf(end);
  // a scale that ends level or lower shows no tip
  const badEnd =
    ends === null || (words.use === 'angle' && scaleEndOf(scaleNamed(scale, ends)) !== null)
      ? null
      : 'The figure at its upper end, on the scale itself: past level, under 90°.';
  const bad = value !== null && !(value > 0 && value < 100);
  return (
    <details className="mt-3 text-[15px]">
      <summary className="flex min-h-12 items-center font-semibold">+ another instrument</summary>
      <form
        className="flex flex-wrap items-start gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          if (!name.trim() || bad || badEnd) return;
          onAdd({
            name: name.trim(),
            tool,
            serial: null,
            sigma: value === null || !words.sigma ? null : value * FACTOR[words.sigma],
            scale: words.use === 'angle' ? scaleNamed(scale, ends) : null,
          });
          setName('');
          setSigma('');
          setEnd('');
        }}
      >
        <TextField label="Name" value={name} onChange={setName} maxLength={80} />
        <label className="flex min-w-0 flex-col gap-1">
          What it is
          <select className="chip max-w-full justify-start" value={tool} onChange={(e) => setTool(e.target.value as InstrumentTool)}>
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
            <select className="chip max-w-full justify-start" value={scale} onChange={(e) => setScale(e.target.value)}>
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
            value={end}
            onChange={setEnd}
            width="w-32"
            figures
            inputMode="decimal"
            maxLength={10}
            placeholder="far enough"
            refusal={badEnd}
          />
        )}
        {words.sigma && (
          <TextField
            label={`Its error, ± ${words.sigma}`}
            value={sigma}
            onChange={setSigma}
            width="w-32"
            figures
            inputMode="decimal"
            maxLength={10}
            placeholder="usual"
            refusal={bad ? 'A number above 0 and under 100, or left empty.' : null}
          />
        )}
        <button type="submit" className="button self-end" disabled={!name.trim() || bad || badEnd !== null}>
          Add it to the book
        </button>
      </form>
    </details>
  );
}
