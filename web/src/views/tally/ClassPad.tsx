import { fromMetres, metres } from '@arbolito/core';
import { memo, useMemo, useRef, useState } from 'react';
import type { SurveyHabits } from '../../book/line-checks';
import type { SpeciesCodes } from '../../book/plot-scene';
import { cellOf, type StrokeClasses, type Strokes } from '../../book/strokes';
import type { Stated } from '../../book/things';
import { StrokeFigure } from '../../ui/StrokeFigure';
import type { Cell } from './Strokes';

interface Props {
  readonly strokes: Strokes;
  readonly classes: StrokeClasses;
  readonly codes: SpeciesCodes;
  readonly species: readonly Stated<'species'>[];
  readonly habits: SurveyHabits;
  readonly onTap: (cell: Cell) => void;
  readonly onTakeBack: (cell: Cell) => void;
}

const HOLD_MS = 550;
const COLUMNS = 3;
/** So many trees show what classes a survey has. */
const ENOUGH = 20;
/** Classes that a pad begins with, and how many it keeps beyond the thickest. */
const AT_FIRST = 12;
const BEYOND = 3;

/** Species across, classes down: one tap is one tree, a finger that stays takes one back. */
export const ClassPad = memo(function ClassPad({ strokes, classes, codes, species, habits, onTap, onTakeBack }: Props) {
  const [more, setMore] = useState(0);
  const [thinner, setThinner] = useState(0);
  const [added, setAdded] = useState<readonly string[]>([]);
  const columns = useMemo(() => {
    const called = [...codes.keys()].filter((name): name is string => name !== null);
    const usual = [...new Set([...called, ...species.map((s) => s.body.name)])].slice(0, COLUMNS);
    return [...new Set([...usual, ...added])];
  }, [codes, species, added]);
  const { width, unit, names } = classes;
  // from the thinnest to the thickest that the survey has, and some more
  const nth = (m: number | null) => (m === null ? null : Math.floor(fromMetres(metres(m), unit) / width + (names === 'middle' ? 0.5 : 0)));
  const first = names === 'middle' ? 1 : 0;
  const usual = Math.max(first, (habits.trees >= ENOUGH ? (nth(habits.thinnest) ?? first) : first) - thinner);
  const own = strokes.classes[0];
  const least = own === undefined ? usual : Math.min(usual, Math.round(own / width));
  const thickest = Math.max(nth(habits.thickest) ?? 0, Math.round((strokes.classes.at(-1) ?? 0) / width));
  const last = Math.max(least + AT_FIRST - 1, thickest + BEYOND) + more;
  const rows = Array.from({ length: last - least + 1 }, (_, i) => Number(((least + i) * width).toPrecision(12)));
  const others = species.filter((s) => !columns.includes(s.body.name));
  const codeOf = (name: string) => codes.get(name)?.code ?? species.find((s) => s.body.name === name)?.body.code ?? name.slice(0, 3);
  return (
    <div className="tally-classes" data-class-pad>
      <table className="w-full table-fixed border-separate border-spacing-1">
        <thead>
          <tr>
            <th className="w-12 text-small font-normal text-soft">
              {least > first ? (
                <button type="button" className="chip" aria-label="Thinner classes" onClick={() => setThinner((n) => n + 5)}>
                  {classes.unit} ↑
                </button>
              ) : (
                classes.unit
              )}
            </th>
            {columns.map((name) => (
              <th
                key={name}
                scope="col"
                className="truncate text-lead font-semibold"
                style={{ color: `var(--ink-${(codes.get(name)?.ink ?? 4) + 1})` }}
              >
                {codeOf(name)} <span className="block truncate text-note font-normal text-soft">{name}</span>
              </th>
            ))}
            {others.length > 0 && (
              <th className="w-14">
                <select
                  aria-label="Another species"
                  className="chip w-full min-w-0 px-0 text-center"
                  value=""
                  onChange={(e) => setAdded((a) => [...a, e.target.value])}
                >
                  <option value="">…</option>
                  {others.map((s) => (
                    <option key={s.entity} value={s.body.name}>
                      {s.body.code} {s.body.name}
                    </option>
                  ))}
                </select>
              </th>
            )}
          </tr>
        </thead>
        <tbody>
          {rows.map((of) => (
            <tr key={of}>
              <th scope="row" className="figure text-right text-lead font-normal">
                {of}
              </th>
              {columns.map((name) => (
                <td key={name} className="p-0">
                  <Tap
                    name={name}
                    of={of}
                    ink={codes.get(name)?.ink ?? 4}
                    count={strokes.counts.get(cellOf(name, of)) ?? 0}
                    onTap={onTap}
                    onHold={onTakeBack}
                  />
                </td>
              ))}
              {others.length > 0 && <td />}
            </tr>
          ))}
        </tbody>
      </table>
      <button type="button" className="chip mt-1 px-3" onClick={() => setMore((n) => n + 5)}>
        thicker classes
      </button>
    </div>
  );
});

interface TapProps {
  readonly name: string;
  readonly of: number;
  readonly ink: number;
  readonly count: number;
  readonly onTap: (cell: Cell) => void;
  readonly onHold: (cell: Cell) => void;
}
function Tap({ name, of, ink, count, onTap, onHold }: TapProps) {
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const held = useRef(false);
  const end = () => {
    if (timer.current) clearTimeout(timer.current);
    timer.current = null;
  };
  return (
    <button
      type="button"
      className="key flex w-full items-center justify-start overflow-hidden px-1.5! select-none"
      style={{ color: `var(--ink-${ink + 1})` }}
      aria-label={`${name}, class ${of}: ${count}`}
      onPointerDown={() => {
        held.current = false;
        end();
        timer.current = setTimeout(() => {
          held.current = true;
          onHold({ species: name, of });
        }, HOLD_MS);
      }}
      onPointerUp={end}
      onPointerLeave={end}
      onPointerCancel={end}
      onContextMenu={(e) => e.preventDefault()}
      onKeyDown={(e) => {
        if (e.key === 'Delete' || e.key === 'Backspace') onHold({ species: name, of });
      }}
      onClick={() => {
        if (!held.current) onTap({ species: name, of });
        held.current = false;
      }}
    >
      <StrokeFigure count={count} />
    </button>
  );
}
