import { type ErrorPart, formatNumber, metresPerLength, type StandLimit, showHeight } from '@arbolito/core';
import { wordsOf } from '../../methods/index';
import { PART_WORDS } from '../../methods/part-words';
import { numberOf } from '../../ui/number-of';
import type { BenchState, BenchView } from './bench-model';

/** Height, error and what makes it; how far off where the truth is known. */
export function Outcome({ bench, view, set }: { bench: BenchState; view: BenchView; set: (change: Partial<BenchState>) => void }) {
  const per = metresPerLength(bench.units);
  const unit = bench.units === 'us' ? 'ft' : 'm';
  const n = (m: number, d = 2) => formatNumber(m / per, d);
  const height = view.result?.height.ok ? view.result.height.value : null;
  const parts = (Object.entries(height?.parts ?? {}) as [ErrorPart, number][])
    .map(([part, sigma]) => [part, Math.abs(sigma)] as const)
    .sort((a, b) => b[1] - a[1]);
  const whole = height?.sigma ?? 1;
  return (
    <section aria-label="Result" className="bg-ink p-4 text-sheet" aria-live="polite">
      {height ? (
        <>
          <p className="figure text-page leading-tight font-semibold" data-bench-height>
            {showHeight(height.value, bench.units)} <span className="text-title">± {n(height.sigma)}</span>
          </p>
          {view.off !== null && (
            <p className="text-plain" data-bench-off>
              {Math.abs(view.off) < 0.005
                ? `The tree is ${showHeight(height.value, bench.units)}: nothing misleads.`
                : `The tree is ${n(bench.tree.height, 1)} ${unit}: this reads ${n(Math.abs(view.off))} ${unit} too ${view.off > 0 ? 'high' : 'low'}.`}
            </p>
          )}
          {height.stemLength !== null && <p className="text-plain">Along the leaning stem {showHeight(height.stemLength, bench.units)}.</p>}
          <ul className="mt-2 flex flex-col gap-1 text-small">
            {parts
              .filter(([, s]) => s > 0.0005)
              .map(([part, s]) => (
                <li key={part} className="grid grid-cols-[1fr_auto] gap-x-2">
                  <span>{PART_WORDS[part]}</span>
                  <span className="figure">± {n(s)}</span>
                  <span className="col-span-2 h-1.5 bg-sheet/20">
                    <span className="block h-full bg-sheet" style={{ width: `${Math.min(100, (100 * s * s) / whole ** 2)}%` }} />
                  </span>
                </li>
              ))}
          </ul>
          <Stand bench={bench} view={view} sigma={height.sigma} set={set} />
        </>
      ) : (
        <p className="text-base">{view.trouble}</p>
      )}
      <p className="figure mt-3 text-note opacity-85">{wordsOf(bench.method).formula}</p>
    </section>
  );
}

const LIMITS: Readonly<Record<StandLimit, string>> = {
  steep: 'nearer the sight is past 60°',
  near: 'nearer the tip hides behind the crown',
  farthest: 'as far as one can stand here',
  'scale-end': 'nearer the scale ends',
  crown: 'for the crown’s shoulder',
};

/** Where two sights would be better, what keeps one from there, and what hinders here. */
function Stand({
  bench,
  view,
  sigma,
  set,
}: {
  bench: BenchState;
  view: BenchView;
  sigma: number;
  set: (change: Partial<BenchState>) => void;
}) {
  if (bench.method !== 'two-sights') return null;
  const per = metresPerLength(bench.units);
  const unit = bench.units === 'us' ? 'ft' : 'm';
  const { better } = view;
  const worth = better && Math.abs(better.distance - bench.tree.distance) > 1.5 && better.sigma < sigma * 0.95;
  const number = (text: string): number | null => {
    const n = numberOf(text);
    return n !== null && n > 0 && n <= 1000 ? n : null;
  };
  const box =
    'figure min-h-12 w-20 border-2 border-sheet bg-ink px-2 text-right text-base text-sheet placeholder:text-sheet placeholder:opacity-80';
  return (
    <div className="mt-3 flex flex-col gap-2 text-plain">
      {worth && (
        <button
          type="button"
          className="min-h-12 w-full border-2 border-sheet px-3 py-1 text-left font-semibold"
          onClick={() => set({ tree: { ...bench.tree, distance: better.distance } })}
        >
          Stand at {formatNumber(better.distance / per, 0)}&nbsp;{unit}: ±&nbsp;{formatNumber(sigma / per, 2)} becomes ±&nbsp;
          {formatNumber(better.sigma / per, 2)}&nbsp;{unit}
          {better.limits.length > 0 && <span className="block font-normal">{better.limits.map((l) => LIMITS[l]).join(', ')}</span>}
        </button>
      )}
      {!better && <p>No place here is far enough for a sight under 60° on this scale.</p>}
      <label className="flex items-center justify-between gap-2">
        You can stand back to, {unit}
        <input
          className={box}
          inputMode="decimal"
          maxLength={6}
          placeholder="any"
          defaultValue={bench.farthest === null ? '' : formatNumber(bench.farthest / per, 0)}
          onChange={(e) => {
            const n = number(e.target.value);
            set({ farthest: n === null ? null : n * per });
          }}
        />
      </label>
      <label className="flex items-center justify-between gap-2">
        The scale ends at, %
        <input
          className={box}
          inputMode="decimal"
          maxLength={6}
          placeholder="any"
          defaultValue={bench.scaleEnd ?? ''}
          onChange={(e) => set({ scaleEnd: number(e.target.value) })}
        />
      </label>
    </div>
  );
}
