import { useState } from 'react';
import type { BodyOf } from '../../contract/envelope';
import { INSTRUMENT_TOOLS } from '../../contract/records/instrument';
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
function scaleNamed(name: string): BodyOf<'instrument'>['scale'] {
  const [kind = 'degree', figure, grows] = name.split(' ');
  return {
    kind: kind as 'degree' | 'percent' | 'topographic' | 'fixed' | 'dial',
    distance: kind === 'fixed' ? Number(figure) : null,
    level: kind === 'dial' ? Number(figure) : null,
    grows: kind === 'dial' ? (grows as 'up' | 'down') : null,
  };
}

/** A tool that was not in the book yet, with the error its owner trusts it to. */
export function AddInstrument({ onAdd }: { onAdd: (body: BodyOf<'instrument'>) => void }) {
  const [name, setName] = useState('');
  const [tool, setTool] = useState<InstrumentTool>('clinometer');
  const [sigma, setSigma] = useState('');
  const [scale, setScale] = useState('degree');
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
          onAdd({
            name: name.trim(),
            tool,
            serial: null,
            sigma: value === null || !words.sigma ? null : value * FACTOR[words.sigma],
            scale: words.use === 'angle' ? scaleNamed(scale) : null,
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
        {words.use === 'angle' && (
          <label className="flex flex-col gap-1">
            Its scale
            <select className="chip justify-start" value={scale} onChange={(e) => setScale(e.target.value)}>
              {SCALES.map(([v, label]) => (
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
