import { useState } from 'react';
import { moveTree } from '../../book/move';
import { bookStore } from '../../field/book-store';
import { makerNow } from '../../field/device';
import { newHand } from './hand';
import type { MeasureModel } from './use-measure';

/** A tree that belongs to another survey, one measured by itself above all: it goes there with all that was read of it. */
export default function MoveTree({ m, onDone }: { m: MeasureModel; onDone: () => void }) {
  const [to, setTo] = useState('');
  const surveys = m.book.all('survey').filter((s) => s.entity !== m.tree.found?.record.body.survey);
  const move = () => {
    const moved = moveTree(bookStore.snapshot().book, m.hand.tree, to, makerNow(m.prefs.person));
    if (!moved) return;
    void bookStore.keep(moved.records);
    m.setHand({ ...newHand(to), tree: moved.tree, at: 'done' });
    onDone();
  };
  if (surveys.length === 0) return <p className="text-soft">No other survey is on this device: take one along first.</p>;
  return (
    <div className="flex flex-col gap-2">
      <select
        aria-label="The survey it goes to"
        className="chip w-full justify-start text-left"
        value={to}
        onChange={(e) => setTo(e.target.value)}
      >
        <option value="">which survey</option>
        {surveys.map((s) => (
          <option key={s.entity} value={s.entity}>
            {s.body.name}
          </option>
        ))}
      </select>
      <button type="button" className="button" disabled={!to} onClick={move}>
        Move tree {m.tree.tag} there
      </button>
      <p className="text-soft">Its readings go with it as they are; here it is struck out. The other survey’s protocol then counts.</p>
    </div>
  );
}
