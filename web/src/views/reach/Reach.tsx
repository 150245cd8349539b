import { formatNumber, reachLayout, showHeight } from '@arbolito/core';
import { useEffect, useMemo, useState } from 'react';
import { loadPreferences } from '../../field/device';
import { useBook } from '../../field/use-book';
import { SheetLabel } from '../../ui/SheetLabel';
import { Shell } from '../../ui/Shell';
import { path } from '../../ui/svg-path';
import { useSize } from '../../ui/use-size';
import { EMPTY, measuredTree, perUnit, type ReachField, type ReachTexts, type ReachView, reachOf, stickLength } from './reach-model';

const FIELDS: readonly (readonly [ReachField, string, string])[] = [
  ['height', 'Height of the tree', 'of a leaner its stem length'],
  ['sigma', 'its ±', 'two of them are added'],
  ['distance', 'To the object', 'along the ground, from the foot of the tree'],
  ['slope', 'Slope to the object', 'degrees, up positive'],
  ['objectHeight', 'Height of the object', 'a wire, an eave; 0 for the ground'],
  ['margin', 'Margin', 'kept on top of everything'],
];

/** Does a tree that falls that way reach something? A question to ask before asking a professional. */
export default function Reach() {
  const state = useBook();
  const [prefs] = useState(loadPreferences);
  const [units, setUnits] = useState(prefs.units);
  const [texts, setTexts] = useState<ReachTexts>(EMPTY);
  const tree = new URLSearchParams(location.search).get('tree');
  const measured = useMemo(() => measuredTree(state.book, tree), [state.book, tree]);
  useEffect(() => {
    if (!measured) return;
    const n = (m: number) => formatNumber(m / perUnit(units), 1);
    setTexts((t) => ({ ...t, height: n(measured.height), sigma: n(measured.sigma) }));
  }, [measured, units]);
  const view = useMemo(() => reachOf(texts, units), [texts, units]);
  const reach = prefs.person ? state.book.bodyMeasure(prefs.person, 'reach') : null;
  return (
    <Shell where="Will it reach?" wide>
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h1 className="text-[30px] leading-tight font-bold">Will it reach?</h1>
        <button type="button" className="chip px-3" onClick={() => setUnits(units === 'us' ? 'metric' : 'us')}>
          {units === 'us' ? 'feet' : 'metres'}
        </button>
      </div>
      {measured && (
        <p className="text-soft">
          Tree {measured.tag}
          {measured.leans ? ', along its leaning stem' : ''}.{' '}
          <a className="underline underline-offset-4" href={`/measure?tree=${tree}`}>
            Back to its sheet
          </a>
        </p>
      )}
      <div className="mt-4 grid gap-5 desk:grid-cols-[300px_minmax(0,1fr)]">
        <form className="flex flex-col gap-2" onSubmit={(e) => e.preventDefault()}>
          {FIELDS.map(([field, name, hint]) => (
            <label key={field} className="grid grid-cols-[1fr_108px] items-center gap-x-3 text-[15px]">
              <span>
                <span className="font-semibold">{name}</span>
                <span className="block text-[13.5px] leading-tight text-soft">{hint}</span>
              </span>
              <span className="flex items-center gap-1.5">
                <input
                  className={`figure min-h-12 w-full min-w-0 rounded-[10px] border-[1.5px] bg-field px-2 text-right text-[18px] ${view.wrong[field] ? 'border-berry' : view.missing.includes(field) ? 'border-resin' : 'border-edge'}`}
                  inputMode="decimal"
                  autoComplete="off"
                  maxLength={20}
                  value={texts[field]}
                  aria-invalid={view.wrong[field] !== undefined}
                  onChange={(e) => setTexts((t) => ({ ...t, [field]: e.target.value }))}
                />
                <span className="w-5 text-soft">{field === 'slope' ? '°' : units === 'us' ? 'ft' : 'm'}</span>
              </span>
              {view.wrong[field] && <span className="col-span-2 text-[14px] text-berry">{view.wrong[field]}</span>}
            </label>
          ))}
        </form>
        <div className="flex min-w-0 flex-col gap-4">
          <Verdict view={view} units={units} />
          {view.question && view.answer && <Drawings view={view} units={units} />}
        </div>
      </div>
      <section className="mt-6 grid gap-5 border-t border-edge pt-5 text-[15px] desk:grid-cols-2">
        <div>
          <h2 className="text-[18px] font-semibold">Without any distance</h2>
          <p className="max-w-prose">
            Stand where the object stands and face the tree. Hold a stick upright in the outstretched hand,{' '}
            {reach === null
              ? 'nine tenths of your reach (eye to stick) long'
              : `${formatNumber(stickLength(reach) * 100, 0)} cm of it above the hand (your reach less a tenth)`}
            , its lower end on the foot of the tree. Where the tree shows above the stick, it reaches you or comes within a tenth of the
            distance.
          </p>
        </div>
        <ul className="flex list-disc flex-col gap-1 pl-5">
          <li>
            This is a check before you ask somebody, never a plan for felling: a falling tree slides, bounces, throws branches and takes
            others with it.
          </li>
          <li>People keep at least two tree lengths away.</li>
          <li>Near power lines keep away and call their owner; the lines’ own distances come before anything here.</li>
          <li>Felling and climbing belong to trained and licensed people; local rules come first.</li>
        </ul>
      </section>
    </Shell>
  );
}

const WORDS = {
  reaches: ['It reaches', 'border-berry bg-berry-bg'],
  'within-margin': ['It may reach: inside the margin', 'border-berry bg-berry-bg'],
  clear: ['It does not reach', 'border-wood bg-wood-bg'],
} as const;

function Verdict({ view, units }: { view: ReachView; units: 'metric' | 'us' }) {
  const { answer: a, question: q } = view;
  if (!a || !q) {
    const needs = view.missing.map((f) => FIELDS.find(([id]) => id === f)?.[1].toLowerCase()).join(', ');
    return <p className="border-l-4 border-slate bg-slate-bg p-4">{needs ? `Still needed: ${needs}.` : 'Look at the field in red.'}</p>;
  }
  const [words, look] = WORDS[a.verdict];
  const left = showHeight(Math.abs(a.left) as typeof a.reach, units);
  return (
    <div role="status" className={`border-l-4 p-4 ${look}`} data-verdict={a.verdict}>
      <p className="text-[22px] leading-tight font-bold">{words}</p>
      <p>
        It reaches <b className="figure">{showHeight(a.reach, units)}</b> (height and twice its error); the object is{' '}
        <b className="figure">{showHeight(a.away, units)}</b> away, straight from the foot of the tree:{' '}
        {a.left > 0 ? `${left} to spare` : `${left} too little`}. People keep <b className="figure">{showHeight(a.keepAway, units)}</b>{' '}
        away.
      </p>
    </div>
  );
}

function Drawings({ view, units }: { view: ReachView; units: 'metric' | 'us' }) {
  const [frame, size] = useSize<HTMLDivElement>();
  const layout = useMemo(
    () =>
      size && size.width > 0 && view.question && view.answer
        ? reachLayout(view.question, view.answer, { width: Math.max(240, size.width), height: 300 }, units)
        : null,
    [size, view, units],
  );
  const danger = view.answer?.verdict === 'clear' ? 'var(--wood)' : 'var(--berry)';
  return (
    <div className="grid gap-4 desk:grid-cols-2">
      <div ref={frame} className="relative h-[300px] min-w-0 overflow-hidden border-[1.5px] border-edge">
        {layout && (
          <svg width="100%" height={300} role="img" aria-label="From the side, to scale">
            <path d={`${path(layout.side.ground)}L${(size?.width ?? 0) + 10} 320L0 320Z`} fill="var(--soil)" />
            <path d={path(layout.side.ground)} stroke="var(--ink)" strokeWidth={2} />
            {layout.side.margin.length > 0 && (
              <path d={path(layout.side.margin)} fill="none" stroke={danger} strokeWidth={1.5} strokeDasharray="3 5" />
            )}
            <path d={path(layout.side.arc)} fill="none" stroke={danger} strokeWidth={2.5} strokeDasharray="9 5" data-arc />
            <path d={path([layout.side.foot, layout.side.tip])} stroke="var(--wood)" strokeWidth={6} strokeLinecap="round" />
            <path d={path(layout.side.object)} stroke="var(--ink)" strokeWidth={4} />
            <circle cx={layout.side.object[1].x} cy={layout.side.object[1].y} r={5} fill="var(--ink)" data-object />
            {layout.side.labels.map((l) => (
              <SheetLabel key={l.id} label={l} fill={l.id === 'reach' ? danger : 'var(--ink)'} />
            ))}
          </svg>
        )}
      </div>
      <div className="relative h-[300px] min-w-0 overflow-hidden border-[1.5px] border-edge">
        {layout && (
          <svg width="100%" height={300} role="img" aria-label="From above, to scale">
            <circle
              cx={layout.plan.centre.x}
              cy={layout.plan.centre.y}
              r={layout.plan.keepAway}
              fill="none"
              stroke="var(--soft)"
              strokeWidth={1.5}
              strokeDasharray="2 5"
            />
            <circle
              cx={layout.plan.centre.x}
              cy={layout.plan.centre.y}
              r={layout.plan.withMargin}
              fill="none"
              stroke={danger}
              strokeWidth={1.5}
              strokeDasharray="3 5"
            />
            <circle
              cx={layout.plan.centre.x}
              cy={layout.plan.centre.y}
              r={layout.plan.reach}
              fill={danger}
              fillOpacity={0.12}
              stroke={danger}
              strokeWidth={2.5}
            />
            <path d={path([layout.plan.centre, layout.plan.object])} stroke="var(--ink)" strokeWidth={1.5} strokeDasharray="4 4" />
            <circle cx={layout.plan.centre.x} cy={layout.plan.centre.y} r={6} fill="var(--wood)" />
            <rect x={layout.plan.object.x - 6} y={layout.plan.object.y - 6} width={12} height={12} fill="var(--ink)" />
            {layout.plan.labels.map((l) => (
              <SheetLabel key={l.id} label={l} fill={l.id === 'reach' ? danger : 'var(--ink)'} />
            ))}
          </svg>
        )}
      </div>
    </div>
  );
}
