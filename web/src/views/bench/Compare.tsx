import { formatNumber, type MethodTrial, metresPerLength, SIMULATED_METHODS, type SimulatedMethod } from '@arbolito/core';
import { useCallback, useEffect, useRef, useState } from 'react';
import { wordsOf } from '../../methods/index';
import { Chart, type Inks } from '../../ui/Chart';
import type { CompareAnswer, CompareRequest } from '../../workers/compare';
import type { BenchState } from './bench-model';

const name = (m: SimulatedMethod) => wordsOf(m).short;
const TRIALS = 2000;

/** Up to four methods on the tree of the bench, each measured thousands of times: how far off, and how widely spread. */
export function Compare({ bench }: { bench: BenchState }) {
  const [methods, setMethods] = useState<readonly SimulatedMethod[]>(['two-sights', 'line-shots', 'stick']);
  const answer = useComparison(bench, methods);
  const toggle = (m: SimulatedMethod) =>
    setMethods((now) => (now.includes(m) ? now.filter((x) => x !== m) : now.length < 4 ? [...now, m] : now));
  const us = bench.units === 'us';
  return (
    <section aria-labelledby="compare" className="flex flex-col gap-3">
      <h2 id="compare" className="text-title font-bold">
        Methods on this tree
      </h2>
      <p className="max-w-prose text-plain text-soft">
        The tree as it stands here, measured {TRIALS} times by each, with instruments that err as theirs usually do. Up to four.
      </p>
      <fieldset className="flex flex-wrap gap-1.5">
        <legend className="sr-only">Methods to compare</legend>
        {SIMULATED_METHODS.map((m) => (
          <button
            key={m}
            type="button"
            className="chip px-3 disabled:opacity-45"
            aria-pressed={methods.includes(m)}
            disabled={!methods.includes(m) && methods.length >= 4}
            onClick={() => toggle(m)}
          >
            {name(m)}
          </button>
        ))}
      </fieldset>
      {answer === null && <p className="text-soft">Measuring …</p>}
      {answer?.ok === false && <p className="text-berry">{answer.reason}</p>}
      {answer?.ok && answer.trials.length > 0 && <Trials trials={answer.trials} us={us} />}
    </section>
  );
}

/** The latest answer of the worker to the latest question. */
function useComparison(bench: BenchState, methods: readonly SimulatedMethod[]): CompareAnswer | null {
  const [answer, setAnswer] = useState<CompareAnswer | null>(null);
  const worker = useRef<Worker | null>(null);
  const { tree, gear } = bench;
  useEffect(() => () => worker.current?.terminate(), []);
  useEffect(() => {
    // a question that is no longer asked is dropped with its worker
    const wait = setTimeout(() => {
      worker.current?.terminate();
      const own = new Worker(new URL('../../workers/compare.ts', import.meta.url), { type: 'module' });
      worker.current = own;
      own.onmessage = (e: MessageEvent<CompareAnswer>) => setAnswer(e.data);
      own.onerror = () => setAnswer({ ok: false, reason: 'The comparison could not be started on this device.' });
      own.postMessage({ tree, gear, methods, trials: TRIALS, seed: 20261 } satisfies CompareRequest);
    }, 250);
    return () => clearTimeout(wait);
  }, [tree, gear, methods]);
  return answer;
}

function Trials({ trials, us }: { trials: readonly MethodTrial[]; us: boolean }) {
  const per = metresPerLength(us ? 'us' : 'metric');
  const unit = us ? 'ft' : 'm';
  const n = (m: number) => formatNumber(m / per, 2);
  const option = useCallback((inks: Inks) => chart(trials, per, unit, inks), [trials, per, unit]);
  return (
    <>
      <Chart
        name={`Measured less true height by method: ${trials.map((t) => `${name(t.method)} ${n(t.bias)} ${unit}`).join(', ')}`}
        height={70 + 52 * trials.length}
        option={option}
      />
      <table className="w-full text-left text-plain">
        <thead className="text-soft">
          <tr>
            <th className="py-1 pr-3 font-normal">Method</th>
            <th className="py-1 pr-3 font-normal">Off, on average</th>
            <th className="py-1 pr-3 font-normal">Spread</th>
            <th className="py-1 font-normal">± it states</th>
          </tr>
        </thead>
        <tbody>
          {trials.map((t) => (
            <tr key={t.method} className="border-t border-rule">
              <th scope="row" className="py-2 pr-3 font-semibold">
                {name(t.method)}
              </th>
              <td className="figure py-2 pr-3">
                {t.bias > 0 ? '+' : ''}
                {n(t.bias)} {unit}
              </td>
              <td className="figure py-2 pr-3">
                ± {n(t.spread)} {unit}
              </td>
              <td className="figure py-2">
                ± {n(t.stated)} {unit}
                {t.failed > 0 && <span className="block text-note text-berry">{t.failed} gave no height</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

/** A box from quarter to quarter with its middle, whiskers over 95 in 100, zero is the truth. */
function chart(trials: readonly MethodTrial[], per: number, unit: string, inks: Inks) {
  const rows = trials.toReversed();
  return {
    grid: { left: 96, right: 24, top: 16, bottom: 44 },
    xAxis: {
      type: 'value',
      name: `measured less true, ${unit}`,
      nameLocation: 'middle',
      nameGap: 28,
      nameTextStyle: { color: inks.soft, fontSize: 13 },
      axisLabel: { color: inks.soft, fontSize: 13 },
      splitLine: { lineStyle: { color: inks.rule } },
    },
    yAxis: {
      type: 'category',
      data: rows.map((t) => name(t.method)),
      axisLabel: { color: inks.ink, fontSize: 14 },
      axisTick: { show: false },
      axisLine: { lineStyle: { color: inks.ink } },
    },
    series: [
      {
        type: 'custom',
        data: rows.map((t, i) => [i, ...t.quantiles.map((q) => q / per)]),
        encode: { x: [1, 5], y: 0 },
        renderItem: (_: unknown, api: { value: (i: number) => number; coord: (p: number[]) => number[] }) => {
          const at = (i: number) => api.coord([api.value(i), api.value(0)]) as [number, number];
          const [y, low, q1, mid, q3, high] = [at(1)[1], at(1)[0], at(2)[0], at(3)[0], at(4)[0], at(5)[0]];
          const line = (x1: number, y1: number, x2: number, y2: number, width = 2) => ({
            type: 'line',
            shape: { x1, y1, x2, y2 },
            style: { stroke: inks.slate, lineWidth: width },
          });
          return {
            type: 'group',
            children: [
              line(low, y, q1, y),
              line(q3, y, high, y),
              line(low, y - 7, low, y + 7),
              line(high, y - 7, high, y + 7),
              {
                type: 'rect',
                shape: { x: q1, y: y - 13, width: Math.max(1, q3 - q1), height: 26 },
                style: { fill: inks.slate, opacity: 0.25, stroke: inks.slate, lineWidth: 2 },
              },
              line(mid, y - 13, mid, y + 13, 4),
            ],
          };
        },
      },
    ],
  };
}
