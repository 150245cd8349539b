import { SIMULATED_METHODS, type SimulatedMethod } from '@arbolito/core';
import { useEffect, useMemo, useState } from 'react';
import { readJson, writeJson } from '../../field/device';
import { savedPreferences } from '../../field/preferences';
import { wordsOf } from '../../methods/index';
import { Frame } from '../../ui/frame/Frame';
import { Handles } from '../../ui/Handles';
import { bounded } from '../../ui/PageBoundary';
import { SightSheet } from '../../ui/SightSheet';
import { useSightLayout } from '../../ui/use-sight-layout';
import { BENCH, type BenchState, type BenchView, benchOf, dragged, handlesOf, nudged } from './bench-model';
import { Compare } from './Compare';
import { Outcome } from './Outcome';

const KEY = 'arbolito.bench';
const words = (m: SimulatedMethod) => wordsOf(m).name;

function open(): BenchState {
  const saved = readJson<BenchState>(KEY);
  const asked = new URLSearchParams(location.search).get('method') as SimulatedMethod | null;
  const state = saved ? { ...BENCH, ...saved, typed: {} } : { ...BENCH, units: savedPreferences().units };
  return asked && SIMULATED_METHODS.includes(asked) ? { ...state, method: asked } : state;
}

/** Every method as a calculator, and as a drawing that can be taken hold of: the reading, the height and its error follow. */
function Bench() {
  const [bench, setBench] = useState(open);
  useEffect(() => writeJson(KEY, bench), [bench]);
  const view = useMemo(() => benchOf(bench), [bench]);
  const set = (change: Partial<BenchState>) => setBench((b) => ({ ...b, typed: {}, ...change }));
  return (
    <Frame tab="bench" wide>
      <div className="mb-4 flex items-end justify-between gap-3">
        <div>
          <h1 className="text-page leading-tight font-bold">Bench</h1>
          <p className="max-w-prose text-soft">
            Type what was read, or take hold of the tree and the eye: the height and its error follow.
          </p>
        </div>
        <button type="button" className="chip shrink-0 px-3" onClick={() => set({ units: bench.units === 'us' ? 'metric' : 'us' })}>
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
    </Frame>
  );
}

type SetBench = (change: (b: BenchState) => BenchState) => void;

function Sheet({ bench, view, setBench }: { bench: BenchState; view: BenchView; setBench: SetBench }) {
  const { frame, layout, hold } = useSightLayout(view.scene);
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
          />
          <Handles
            layout={layout}
            handles={handlesOf(bench, view.scene)}
            onHold={hold}
            onDrag={(id, x, y) => setBench((b) => dragged(b, id, x, y))}
            onNudge={(h, dx, dy) => setBench((b) => nudged(b, h, dx, dy))}
          />
        </>
      )}
    </div>
  );
}

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

/** Every reading as a field: what would be read, until something else is typed. */
function Fields({ bench, view, setBench }: { bench: BenchState; view: BenchView; setBench: SetBench }) {
  const changed = Object.keys(bench.typed).length > 0;
  const angles = view.fields.some((f) => f.unit === '%' || (f.unit === '°' && bench.scale === 'degree'));
  return (
    <section aria-labelledby="read" className="flex flex-col gap-2">
      <div className="flex items-center justify-between gap-2">
        <h2 id="read" className="text-lead font-semibold">
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
        <label key={f.key} className="grid grid-cols-[1fr_112px_28px] items-center gap-2 text-plain">
          <span className={f.changed ? 'font-semibold' : ''}>{f.label}</span>
          <input
            className={`figure min-h-12 w-full rounded-[10px] border-[1.5px] bg-field px-2 text-right text-lead ${f.wrong ? 'border-berry' : f.changed ? 'border-resin' : 'border-edge'}`}
            inputMode="decimal"
            autoComplete="off"
            maxLength={12}
            value={f.text}
            aria-invalid={f.wrong !== null}
            onChange={(e) => setBench((b) => ({ ...b, typed: { ...b.typed, [f.key]: e.target.value } }))}
          />
          <span className="text-soft">{f.unit}</span>
          {f.wrong && <span className="col-span-3 text-small text-berry">{f.wrong}</span>}
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

export default bounded(Bench);
