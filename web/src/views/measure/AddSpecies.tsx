import { useState } from 'react';
import type { MeasureModel } from './use-measure';

/** Name and form of crown are all a species needs to begin with; its own figures can come later. */
export default function AddSpecies({ m, onDone }: { m: MeasureModel; onDone: () => void }) {
  const [name, setName] = useState('');
  const [crown, setCrown] = useState<'conifer' | 'broad'>('conifer');
  const clean = name.trim();
  const known = m.speciesList.some((s) => s.body.name.toLowerCase() === clean.toLowerCase());
  const add = () => {
    if (!clean || known) return;
    m.addSpecies(clean, crown);
    onDone();
  };
  return (
    <div className="flex flex-col gap-2 border-l-4 border-resin pl-2 text-plain">
      <input
        // biome-ignore lint/a11y/noAutofocus: whoever asked for another species types its name next
        autoFocus
        aria-label="Name of the species"
        placeholder="name"
        value={name}
        maxLength={80}
        onChange={(e) => setName(e.target.value)}
        className="box"
      />
      <div className="flex gap-1.5">
        {(['conifer', 'broad'] as const).map((c) => (
          <button key={c} type="button" className="chip flex-1" aria-pressed={crown === c} onClick={() => setCrown(c)}>
            {c === 'conifer' ? 'conifer' : 'broad crown'}
          </button>
        ))}
      </div>
      <button type="button" className="button" disabled={!clean || known} onClick={add}>
        {known ? 'already in the list' : 'Add it to the book'}
      </button>
    </div>
  );
}
