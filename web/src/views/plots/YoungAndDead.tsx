import { formatNumber, metres, metresPerLength, type ProtocolOptions, parseLength, showDiameter } from '@arbolito/core';
import { useState } from 'react';
import type { Stated } from '../../book/things';
import { sayFar } from '../../ui/plot/plot-words';
import { List } from './EdgesAndWitnesses';
import { PLOT_ACTIONS } from './plot-actions';

interface Props {
  readonly record: Stated<'plot'>;
  readonly protocol: ProtocolOptions;
}

/** Young trees counted by class on a small circle, and pieces of dead wood, where the protocol asks for them. */
export function YoungAndDead({ record, protocol }: Props) {
  const { regeneration, deadwood, units } = protocol;
  if (!regeneration && !deadwood) return null;
  return (
    <div className="mt-4 grid gap-x-8 gap-y-4 desk:grid-cols-2">
      {regeneration && (
        <section data-young>
          <h3 className="font-semibold">Young trees on {sayFar(regeneration.radius, units)}</h3>
          <div className="flex flex-col gap-1">
            {regeneration.classes.map((sizeClass) => (
              <Young key={sizeClass} record={record} sizeClass={sizeClass} />
            ))}
          </div>
        </section>
      )}
      {deadwood && (
        <section data-deadwood>
          <h3 className="font-semibold">Dead wood</h3>
          <List
            items={(record.body.deadwood ?? []).map(
              (d) =>
                `${showDiameter(metres(d.diameter), units)}, ${formatNumber(d.length / metresPerLength(units), 1)} ${units === 'us' ? 'ft' : 'm'}${d.decay == null ? '' : `, rotten ${d.decay} of 5`}`,
            )}
            onRemove={(i) => PLOT_ACTIONS.changePlot(record, { deadwood: (record.body.deadwood ?? []).filter((_, k) => k !== i) })}
          />
          <Piece record={record} units={units} />
        </section>
      )}
    </div>
  );
}

/** One tap a young tree; what is there already stays in sight. */
function Young({ record, sizeClass }: { record: Stated<'plot'>; sizeClass: string }) {
  const all = record.body.youngTrees ?? [];
  const count = all.filter((y) => y.sizeClass === sizeClass && y.species == null).reduce((sum, y) => sum + y.count, 0);
  const set = (n: number) =>
    PLOT_ACTIONS.changePlot(record, {
      youngTrees: [
        ...all.filter((y) => y.sizeClass !== sizeClass || y.species != null),
        ...(n > 0 ? [{ sizeClass, count: n, species: null }] : []),
      ],
    });
  return (
    <div className="flex items-center gap-2">
      <span className="min-w-32">{sizeClass}</span>
      <button type="button" className="chip" aria-label={`one ${sizeClass} less`} disabled={count === 0} onClick={() => set(count - 1)}>
        −
      </button>
      <span className="figure min-w-10 text-center text-lead">{count}</span>
      <button type="button" className="chip" aria-label={`one ${sizeClass} more`} onClick={() => set(count + 1)}>
        +
      </button>
    </div>
  );
}

function Piece({ record, units }: { record: Stated<'plot'>; units: ProtocolOptions['units'] }) {
  const [diameter, setDiameter] = useState('');
  const [length, setLength] = useState('');
  const [decay, setDecay] = useState('');
  const [wrong, setWrong] = useState<string | null>(null);
  const [thin, long] = units === 'us' ? (['in', 'ft'] as const) : (['cm', 'm'] as const);
  const add = () => {
    const [d, l] = [parseLength(diameter, thin), parseLength(length, long)];
    const rotten = decay === '' ? null : Number(decay);
    const refused = !d.ok
      ? d.reason
      : !l.ok
        ? l.reason
        : d.metres <= 0 || d.metres > 10 || l.metres <= 0 || l.metres > 100
          ? 'A piece is above 0, at most 10 m thick and 100 m long.'
          : null;
    setWrong(refused);
    if (!d.ok || !l.ok || refused !== null) return;
    PLOT_ACTIONS.changePlot(record, {
      deadwood: [...(record.body.deadwood ?? []), { diameter: d.metres, length: l.metres, decay: rotten }],
    });
    setDiameter('');
    setLength('');
  };
  const box = (name: string, value: string, set: (text: string) => void) => (
    <label className="flex flex-col gap-0.5 text-small text-soft">
      {name}
      <input
        className="box figure w-24 text-lead text-ink"
        autoComplete="off"
        maxLength={20}
        value={value}
        onChange={(e) => set(e.target.value)}
      />
    </label>
  );
  return (
    <div className="mt-1 flex flex-wrap items-end gap-2">
      {box(`diameter, ${thin}`, diameter, setDiameter)}
      {box(`length, ${long}`, length, setLength)}
      <label className="flex flex-col gap-0.5 text-small text-soft">
        rotten
        <select className="chip px-2 text-ink" value={decay} onChange={(e) => setDecay(e.target.value)}>
          <option value="">not said</option>
          {['1', '2', '3', '4', '5'].map((n) => (
            <option key={n}>{n}</option>
          ))}
        </select>
      </label>
      <button type="button" className="button" onClick={add}>
        Add the piece
      </button>
      {wrong && <p className="w-full text-small text-berry">{wrong}</p>}
    </div>
  );
}
