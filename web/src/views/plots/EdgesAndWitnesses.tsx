import { formatNumber, metresPerLength, parseBearing, parseLength, sayBearing, type UnitSystem } from '@arbolito/core';
import { useState } from 'react';
import type { Stated } from '../../book/things';
import { sayFar } from '../../ui/plot/plot-words';
import { PLOT_ACTIONS } from './plot-actions';

interface Props {
  readonly record: Stated<'plot'>;
  readonly units: UnitSystem;
}

/** Edges of the tract as they are met from the centre, and what it is found again by. */
export function EdgesAndWitnesses({ record, units }: Props) {
  const { edges = [], witnesses = [] } = record.body;
  const unit = units === 'us' ? 'ft' : 'm';
  return (
    <div className="mt-4 grid gap-x-8 gap-y-4 desk:grid-cols-2">
      <section>
        <h3 className="font-semibold">Edges near by</h3>
        <p className="text-small text-soft">
          A straight edge: the bearing square to it from the centre, and how far. Trees near it then count for what they stand for.
        </p>
        <List
          items={(edges ?? []).map((e) => `${sayBearing(e.azimuth)}, ${sayFar(e.distance, units)}`)}
          onRemove={(i) => PLOT_ACTIONS.changePlot(record, { edges: without(edges ?? [], i) })}
        />
        {(edges ?? []).length < 4 && (
          <Add
            label="Add the edge"
            unit={unit}
            onAdd={(azimuth, distance) => {
              if (distance <= 0) return 'Farther than 0: a centre does not stand on the edge.';
              PLOT_ACTIONS.changePlot(record, { edges: [...(edges ?? []), { azimuth, distance }] });
              return null;
            }}
          />
        )}
      </section>
      <section>
        <h3 className="font-semibold">Found again by</h3>
        <List
          items={(witnesses ?? []).map(
            (w) => `${w.what}: ${sayBearing(w.azimuth)}, ${formatNumber(w.distance / metresPerLength(units), 2)} ${unit}`,
          )}
          onRemove={(i) => PLOT_ACTIONS.changePlot(record, { witnesses: without(witnesses ?? [], i) })}
        />
        {(witnesses ?? []).length < 10 && (
          <Add
            label="Add the witness"
            unit={unit}
            named
            onAdd={(azimuth, distance, what) => {
              if (what === '') return 'Say what it is: a painted beech, a rock.';
              PLOT_ACTIONS.changePlot(record, { witnesses: [...(witnesses ?? []), { what, azimuth, distance }] });
              return null;
            }}
          />
        )}
      </section>
    </div>
  );
}

const without = <T,>(list: readonly T[], i: number): T[] => list.filter((_, k) => k !== i);

export function List({ items, onRemove }: { items: readonly string[]; onRemove: (i: number) => void }) {
  return (
    <ul>
      {items.map((text, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: what is listed has no other name
        <li key={i} className="flex items-center justify-between gap-2 border-b border-rule py-1">
          <span>{text}</span>
          <button type="button" className="chip px-3" onClick={() => onRemove(i)}>
            leave out
          </button>
        </li>
      ))}
    </ul>
  );
}

interface AddProps {
  readonly label: string;
  readonly unit: 'm' | 'ft';
  readonly named?: boolean;
  /** @returns why it can't be added, or null */
  readonly onAdd: (azimuth: number, distance: number, what: string) => string | null;
}

function Add({ label, unit, named = false, onAdd }: AddProps) {
  const [what, setWhat] = useState('');
  const [bearing, setBearing] = useState('');
  const [distance, setDistance] = useState('');
  const [wrong, setWrong] = useState<string | null>(null);
  const add = () => {
    const [turn, far] = [parseBearing(bearing), parseLength(distance, unit)];
    const refused = !turn.ok
      ? turn.reason
      : !far.ok
        ? far.reason
        : far.metres > 1000
          ? 'At most 1000 m.'
          : onAdd(turn.degrees, far.metres, what.trim());
    setWrong(refused);
    if (refused !== null) return;
    setWhat('');
    setBearing('');
    setDistance('');
  };
  const box = (name: string, value: string, set: (text: string) => void, width: string) => (
    <label className="flex flex-col gap-0.5 text-small text-soft">
      {name}
      <input
        className={`box ${width} text-ink ${name === 'what' ? '' : 'figure text-lead'}`}
        autoComplete="off"
        maxLength={120}
        value={value}
        onChange={(e) => set(e.target.value)}
        onKeyDown={(e) => e.key === 'Enter' && add()}
      />
    </label>
  );
  return (
    <div className="mt-1 flex flex-wrap items-end gap-2">
      {named && box('what', what, setWhat, 'w-40')}
      {box('bearing', bearing, setBearing, 'w-24')}
      {box(`distance, ${unit}`, distance, setDistance, 'w-24')}
      <button type="button" className="button" onClick={add}>
        {label}
      </button>
      {wrong && <p className="w-full text-small text-berry">{wrong}</p>}
    </div>
  );
}
