import {
  type ErrorPart,
  formatNumber,
  METRES_PER_FOOT,
  SIMULATED_METHODS,
  type SightLayout,
  type SimulatedMethod,
  showHeight,
  sightLayout,
} from '@arbolito/core';
import { useEffect, useMemo, useState } from 'react';
import { loadPreferences, readJson, writeJson } from '../../field/device';
import { Handles } from '../../ui/Handles';
import { Shell } from '../../ui/Shell';
import { SightSheet } from '../../ui/SightSheet';
import { useSize } from '../../ui/use-size';
import { FORMULAS, PART_WORDS } from '../measure/height-figure';
import { METHOD_WORDS } from '../measure/methods';
import { BENCH, type BenchState, type BenchView, benchOf, dragged, handlesOf, nudged } from './bench-model';
import { Compare } from './Compare';

const KEY = 'arbolito.bench';
const words = (m: SimulatedMethod) => (m === 'two-sights-to-mark' ? 'Two sights, to a mark' : METHOD_WORDS[m][0]);

function open(): BenchState {
  const saved = readJson<BenchState>(KEY);
  const asked = new URLSearchParams(location.search).get('method') as SimulatedMethod | null;
  const state = saved ? { ...BENCH, ...saved, typed: {} } : { ...BENCH, units: loadPreferences().units };
  return asked && SIMULATED_METHODS.includes(asked) ? { ...state, method: asked } : state;
}

/** Every method as a calculator, and as a drawing that can be taken hold of: the reading, the height and its error follow. */
export default function Bench() {
  const [bench, setBench] = useState(open);
  useEffect(() => writeJson(KEY, bench), [bench]);
  const view = useMemo(() => benchOf(bench), [bench]);
  const set = (change: Partial<BenchState>) => setBench((b) => ({ ...b, typed: {}, ...change }));
  return (
    <Shell where="Bench" wide>
      <div className="mb-4 flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1 className="text-[30px] leading-tight font-bold">Bench</h1>
          <p className="max-w-prose text-soft">
            Type what was read, or take hold of the tree and the eye: the height and its error follow.
          </p>
        </div>
        <button type="button" className="chip px-3" onClick={() => set({ units: bench.units === 'us' ? 'metric' : 'us' })}>
          {bench.units === 'us' ? 'ft, in' : 'm, cm'}
        </button>
      </div>
      <div className="grid gap-5 desk:grid-cols-[minmax(0,1fr)_320px]">
        <div className="flex min-w-0 flex-col gap-3">
          <select
            aria-label="Method"
            className="chip w-full justify-start text-left desk:w-auto desk:self-start"
            value={bench.method}
            onChange={(e) => set({ method: e.target.value as SimulatedMethod })}
          >
            {SIMULATED_METHODS.map((m) => (
              <option key={m} value={m}>
                {words(m)}
              </option>
            ))}
          </select>
          <Sheet bench={bench} view={view} setBench={setBench} />
          <Conditions bench={bench} set={set} />
        </div>
        <div className="flex flex-col gap-4">
          <Outcome bench={bench} view={view} set={set} />
          <Fields bench={bench} view={view} setBench={setBench} />
        </div>
      </div>
      <div className="mt-8 border-t border-edge pt-5">
        <Compare bench={bench} />
      </div>
    </Shell>
  );
}

type SetBench = (change: (b: BenchState) => BenchState) => void;

function Sheet({ bench, view, setBench }: { bench: BenchState; view: BenchView; setBench: SetBench }) {
  const [frame, size] = useSize<HTMLDivElement>();
  const [held, setHeld] = useState<Pick<SightLayout, 'scale' | 'foot'> | null>(null);
  const layout = useMemo(
    () =>
      size &&
      size.width > 0 &&
      sightLayout(view.scene, { width: Math.max(240, size.width), height: Math.max(160, size.height) }, held ?? undefined),
    [view.scene, size, held],
  );
  return (
    <div ref={frame} className="relative h-[300px] overflow-hidden border-[1.5px] border-edge contain-strict desk:h-[470px]">
      <div className="ruled absolute inset-0 will-change-transform" />
      {layout && (
        <>
          <SightSheet
            layout={layout}
            crownGhost={false}
            heightGhost={false}
            pomGhost={false}
            distanceGhost={false}
            now=""
            name={`The tree on the bench, to scale: ${words(bench.method)}`}
            onPick={nothing}
          />
          <Handles
            layout={layout}
            handles={handlesOf(bench, view.scene)}
            onHold={setHeld}
            onDrag={(id, x, y) => setBench((b) => dragged(b, id, x, y))}
            onNudge={(h, dx, dy) => setBench((b) => nudged(b, h, dx, dy))}
          />
        </>
      )}
    </div>
  );
}
const nothing = () => {};

/** Lean, crown and ground for those who would rather not drag; and what is told of them. */
function Conditions({ bench, set }: { bench: BenchState; set: (change: Partial<BenchState>) => void }) {
  const { tree } = bench;
  const aside = Math.abs(Math.cos(tree.leanTo)) < 0.5;
  const way = tree.lean === 0 ? 'plumb' : aside ? 'side' : tree.leanTo === 0 ? 'eye' : 'away';
  const lean = (to: 'plumb' | 'side' | 'eye' | 'away') =>
    set({
      tree: { ...tree, lean: to === 'plumb' ? 0 : tree.lean || 0.17, leanTo: to === 'side' ? Math.PI / 2 : to === 'away' ? Math.PI : 0 },
    });
  return (
    <div className="flex flex-wrap gap-x-5 gap-y-2">
      <fieldset className="flex flex-wrap items-center gap-1.5">
        <legend className="sr-only">Lean</legend>
        {(
          [
            ['plumb', 'plumb'],
            ['eye', 'leans to you'],
            ['away', 'leans away'],
            ['side', 'leans aside'],
          ] as const
        ).map(([to, label]) => (
          <button key={to} type="button" className="chip px-2.5" aria-pressed={way === to} onClick={() => lean(to)}>
            {label}
          </button>
        ))}
      </fieldset>
      {tree.lean > 0 && (
        <button type="button" className="chip px-3" aria-pressed={bench.leanSaid} onClick={() => set({ leanSaid: !bench.leanSaid })}>
          lean is said
        </button>
      )}
      <button
        type="button"
        className="chip px-3"
        aria-pressed={tree.crown !== null}
        onClick={() => set({ tree: { ...tree, crown: tree.crown ? null : { halfWidth: 4, depth: 4 } } })}
      >
        broad crown hides the tip
      </button>
      <button type="button" className="chip px-3" onClick={() => set({ tree: BENCH.tree, gear: BENCH.gear })}>
        back to the start
      </button>
    </div>
  );
}

/** Height, error and what makes it; how far off where the truth is known. */
function Outcome({ bench, view, set }: { bench: BenchState; view: BenchView; set: (change: Partial<BenchState>) => void }) {
  const per = bench.units === 'us' ? METRES_PER_FOOT : 1;
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
          <p className="figure text-[30px] leading-tight font-semibold" data-bench-height>
            {showHeight(height.value, bench.units)} <span className="text-[20px]">± {n(height.sigma)}</span>
          </p>
          {view.off !== null && (
            <p className="text-[15px]" data-bench-off>
              {Math.abs(view.off) < 0.005
                ? `The tree is ${showHeight(height.value, bench.units)}: nothing misleads.`
                : `The tree is ${n(bench.tree.height, 1)} ${unit}: this reads ${n(Math.abs(view.off))} ${unit} too ${view.off > 0 ? 'high' : 'low'}.`}
            </p>
          )}
          {height.stemLength !== null && (
            <p className="text-[15px]">Along the leaning stem {showHeight(height.stemLength, bench.units)}.</p>
          )}
          <ul className="mt-2 flex flex-col gap-1 text-[14px]">
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
          {view.better && Math.abs(view.better.distance - bench.tree.distance) > 1.5 && view.better.sigma < height.sigma * 0.95 && (
            <button
              type="button"
              className="mt-3 min-h-12 w-full border-2 border-sheet px-3 text-left text-[15px] font-semibold"
              onClick={() => set({ tree: { ...bench.tree, distance: view.better?.distance ?? bench.tree.distance } })}
            >
              Stand at {n(view.better.distance, 0)} {unit}: ± {n(height.sigma)} becomes ± {n(view.better.sigma)} {unit}
            </button>
          )}
        </>
      ) : (
        <p className="text-[16px]">{view.trouble}</p>
      )}
      <p className="figure mt-3 text-[13.5px] opacity-85">{FORMULAS[bench.method]}</p>
    </section>
  );
}

/** Every reading as a field: what would be read, until something else is typed. */
function Fields({ bench, view, setBench }: { bench: BenchState; view: BenchView; setBench: SetBench }) {
  const changed = Object.keys(bench.typed).length > 0;
  const angles = view.fields.some((f) => f.unit === '%' || (f.unit === '°' && bench.scale === 'degree'));
  return (
    <section aria-labelledby="read" className="flex flex-col gap-2">
      <div className="flex items-center justify-between gap-2">
        <h2 id="read" className="text-[17px] font-semibold">
          What is read
        </h2>
        {angles && (
          <button
            type="button"
            className="chip px-3"
            onClick={() => setBench((b) => ({ ...b, typed: {}, scale: b.scale === 'percent' ? 'degree' : 'percent' }))}
          >
            {bench.scale === 'percent' ? 'in percent' : 'in degrees'}
          </button>
        )}
      </div>
      {view.fields.map((f) => (
        <label key={f.key} className="grid grid-cols-[1fr_112px_28px] items-center gap-2 text-[15px]">
          <span className={f.changed ? 'font-semibold' : ''}>{f.label}</span>
          <input
            className={`figure min-h-12 w-full rounded-[10px] border-[1.5px] bg-field px-2 text-right text-[18px] ${f.wrong ? 'border-berry' : f.changed ? 'border-resin' : 'border-edge'}`}
            inputMode="decimal"
            autoComplete="off"
            maxLength={12}
            value={f.text}
            aria-invalid={f.wrong !== null}
            onChange={(e) => setBench((b) => ({ ...b, typed: { ...b.typed, [f.key]: e.target.value } }))}
          />
          <span className="text-soft">{f.unit}</span>
          {f.wrong && <span className="col-span-3 text-[14px] text-berry">{f.wrong}</span>}
        </label>
      ))}
      {changed && (
        <button type="button" className="button self-start" onClick={() => setBench((b) => ({ ...b, typed: {} }))}>
          back to what the drawing says
        </button>
      )}
    </section>
  );
}
