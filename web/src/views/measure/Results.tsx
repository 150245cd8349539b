import { memo, useCallback, useState } from 'react';
import { type FigureId, figuresOf } from './figures';
import type { MeasureModel } from './use-measure';

/** The running result; each number opens to the readings and the formula that made it. */
export function Results({ m, narrow, onReach }: { m: MeasureModel; narrow: boolean; onReach: () => void }) {
  const [open, setOpen] = useState<FigureId | null>(null);
  const turn = useCallback((id: FigureId) => setOpen((now) => (now === id ? null : id)), []);
  const figures = figuresOf(m.result, m.prefs.units, m.readings, m.protocol.options);
  const shown = figures.find((f) => f.id === open);
  // where there is a crown base it matters more than the station, which the drawing shows
  const crown = figures.find((f) => f.id === 'crown')?.value != null;
  const cells = figures.filter((f) => f.id !== (crown ? 'station' : 'crown') && !(narrow && f.id === 'station'));
  // a phone has room for three: at the tape the diameter is one of them
  const tape = m.hand.at === 'dbh' || m.hand.at === 'upper';
  const onPhone: readonly FigureId[] = tape ? ['diameter', 'height', 'volume'] : ['height', 'volume', 'boards'];
  return (
    <section aria-label="Running result" className="relative bg-ink text-sheet">
      <div
        className={`grid h-[62px] grid-cols-3 [contain:size_layout] ${narrow ? 'desk:grid-cols-5' : 'desk:grid-cols-[1fr_1.12fr_1fr_0.83fr_1fr_1.05fr]'}`}
      >
        {cells.map((f) => (
          <Cell
            key={f.id}
            id={f.id}
            name={f.name}
            value={f.value}
            aside={f.aside}
            open={open === f.id}
            shown={`${onPhone.includes(f.id) ? '' : 'hidden desk:block'} ${f.id === 'boards' && !narrow ? 'desk:col-span-2' : ''}`}
            turn={turn}
          />
        ))}
      </div>
      {shown && (
        <div id="how" className="absolute inset-x-0 top-full z-20 border-b-2 border-ink bg-field p-4 text-ink shadow-lg">
          <p className="font-semibold">{shown.name}</p>
          <ul className="figure mt-1 flex flex-col gap-1 text-small">
            {shown.how().map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
          {shown.value && m.result.assumptions.length > 0 && (
            <>
              <p className="mt-2 text-small font-semibold">Assumed</p>
              <ul className="text-small text-soft">
                {m.result.assumptions.map((a) => (
                  <li key={a.code}>{a.text}</li>
                ))}
              </ul>
            </>
          )}
          <div className="mt-3 flex flex-wrap gap-2">
            <button type="button" className="button" onClick={() => setOpen(null)}>
              Close
            </button>
            {shown.id === 'height' && (
              <button
                type="button"
                className="button"
                onClick={() => {
                  setOpen(null);
                  onReach();
                }}
              >
                Will it reach something?
              </button>
            )}
            {shown.id === 'height' && (
              <a className="button" href={`/bench?method=${m.method}`}>
                This method on the bench
              </a>
            )}
          </div>
        </div>
      )}
    </section>
  );
}

interface CellProps {
  readonly id: FigureId;
  readonly name: string;
  readonly value: string | null;
  readonly aside: string;
  readonly open: boolean;
  /** Classes that say where it is shown. */
  readonly shown: string;
  readonly turn: (id: FigureId) => void;
}

const Cell = memo(function Cell({ id, name, value, aside, open, shown, turn }: CellProps) {
  return (
    <button
      type="button"
      aria-expanded={open}
      aria-controls={open ? 'how' : undefined}
      className={`min-h-12 px-2.5 py-1 text-left desk:px-2.5 ${shown}`}
      onPointerDown={(e) => e.preventDefault()}
      onClick={() => turn(id)}
      data-figure={id}
    >
      <span className="block text-note leading-tight opacity-85">{name}</span>
      <span className="figure block truncate text-lead leading-tight font-semibold desk:text-lead">{value ?? '–'}</span>
      <span className={`block min-h-4 truncate text-note leading-tight opacity-85 ${value === null ? '' : 'figure'}`}>{aside}</span>
    </button>
  );
});
