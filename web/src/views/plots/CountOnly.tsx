import { useState } from 'react';
import type { Stated } from '../../book/things';
import { PLOT_ACTIONS } from './plot-actions';

const whole = (text: string): number | null => (/^\d{1,4}$/.test(text.trim()) ? Number(text) : null);

/** A point where trees are only counted with the gauge; those that could not be told from the limit are marked. */
export function CountOnly({ plot }: { plot: Stated<'plot'> }) {
  const { counted } = plot.body;
  const [trees, setTrees] = useState(counted ? String(counted.trees) : '');
  const [doubtful, setDoubtful] = useState(counted ? String(counted.doubtful) : '0');
  const [n, half] = [whole(trees), whole(doubtful)];
  const wrong =
    trees !== '' && n === null
      ? 'A whole number of trees.'
      : half === null
        ? 'A whole number of doubtful ones, 0 where none was.'
        : n !== null && half > n
          ? 'The doubtful ones are among the trees counted: there can’t be more of them.'
          : null;
  const box = (label: string, value: string, onChange: (text: string) => void) => (
    <label className="flex flex-col gap-0.5 text-small text-soft">
      {label}
      <input
        className="box figure w-28 text-title text-ink"
        inputMode="numeric"
        autoComplete="off"
        maxLength={4}
        value={value}
        onChange={(e) => onChange(e.target.value)}
      />
    </label>
  );
  return (
    <form
      aria-label="Counted only"
      className="flex flex-col gap-2 border-t border-rule pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (n !== null && half !== null && wrong === null) PLOT_ACTIONS.changePlot(plot, { counted: { trees: n, doubtful: half } });
      }}
    >
      <h2 className="text-lead font-semibold">Counted only</h2>
      <p className="text-small text-soft">
        Swing the gauge once around, at breast height, its eye over the centre. A tree that just closes the gap is doubtful: it counts half
        until its distance is taped.
      </p>
      <div className="flex flex-wrap items-end gap-2">
        {box('trees in', trees, setTrees)}
        {box('of those doubtful', doubtful, setDoubtful)}
        <button type="submit" className="button" disabled={n === null || wrong !== null}>
          {counted ? 'Count again' : 'Only counted here'}
        </button>
        {counted && (
          <button type="button" className="button" onClick={() => PLOT_ACTIONS.changePlot(plot, { counted: null })}>
            Measure trees instead
          </button>
        )}
      </div>
      {wrong && <p className="text-small text-berry">{wrong}</p>}
      {counted && (
        <p className="text-plain" data-counted>
          {counted.trees} trees{counted.doubtful > 0 && `, ${counted.doubtful} of them half`}: {counted.trees - counted.doubtful / 2} times
          the factor in basal area.
        </p>
      )}
    </form>
  );
}
