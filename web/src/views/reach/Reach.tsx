import { useMemo, useState } from 'react';
import { savedPreferences } from '../../field/preferences';
import { useBook } from '../../field/use-book';
import { Frame } from '../../ui/frame/Frame';
import { bounded } from '../../ui/PageBoundary';
import { NoDistance, ReachCautions } from '../../ui/reach/ReachCautions';
import { ReachDrawings } from '../../ui/reach/ReachDrawings';
import { ALL_FIELDS, ReachForm, ReachVerdict } from '../../ui/reach/ReachForm';
import { EMPTY, ghostOf, type ReachTexts, reachOf } from '../../ui/reach/reach-model';

/** Does a tree that falls that way reach something? Without any tree in the book; beside a sight sheet it is `ReachBeside`. */
function Reach() {
  const book = useBook((s) => s.book);
  const [prefs] = useState(savedPreferences);
  const [units, setUnits] = useState(prefs.units);
  const [texts, setTexts] = useState<ReachTexts>(EMPTY);
  const view = useMemo(() => reachOf(texts, units), [texts, units]);
  const reach = prefs.person ? book.kit.bodyMeasure(prefs.person, 'reach') : null;
  return (
    <Frame tab={null} wide>
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h1 className="text-page leading-tight font-bold">Will it reach?</h1>
        <button type="button" className="chip px-3" onClick={() => setUnits(units === 'us' ? 'metric' : 'us')}>
          {units === 'us' ? 'feet' : 'metres'}
        </button>
      </div>
      <div className="mt-4 grid gap-5 desk:grid-cols-[300px_minmax(0,1fr)]">
        <ReachForm
          fields={ALL_FIELDS}
          texts={texts}
          view={view}
          units={units}
          onType={(f, text) => setTexts((t) => ({ ...t, [f]: text }))}
        />
        <div className="flex min-w-0 flex-col gap-4">
          <ReachVerdict view={view} units={units} />
          <ReachDrawings view={view.answer ? view : ghostOf(texts, units)} ghost={!view.answer} units={units} height={300} abreast />
        </div>
      </div>
      <section className="mt-6 grid gap-5 border-t border-edge pt-5 text-plain desk:grid-cols-2">
        <NoDistance reach={reach} />
        <ReachCautions />
      </section>
    </Frame>
  );
}

export default bounded(Reach);
