import { formatNumber, metres, showDiameter, showPom } from '@arbolito/core';
import Pencil from 'lucide-react/dist/esm/icons/pencil';
import Search from 'lucide-react/dist/esm/icons/search';
import { lazy, useState } from 'react';
import { noteOf } from '../../methods/step-notes';
import { EXTRAS } from '../../methods/steps';
import { useFindOpener } from '../../ui/frame/find-opener';
import { Late } from '../../ui/Late';
import { Determinations } from './Determinations';
import { SpeciesSelect } from './SpeciesSelect';
import { Stems } from './Stems';
import type { Step, StepId } from './steps';
import type { MeasureModel } from './use-measure';

/** Steps that are one stem's own. */
const STEM_STEPS: ReadonlySet<string> = new Set(['trunk', 'dbh', 'upper']);

/** What hardly any tree needs stands beside the steps until it is chosen. */
const ASIDE: ReadonlySet<StepId> = new Set([...EXTRAS, 'base']);
const aside = (s: Step, at: StepId | 'done') => ASIDE.has(s.id) && s.optional && s.readings.length === 0 && s.id !== at;

/** A tap leaves the focus in the field: what is typed next is its. */
const keepFocus = (e: React.PointerEvent) => e.preventDefault();

/** The tree and its steps; each can be gone back to, and shows what it was before. */
export function Trail({ m, onPick, onReach }: { m: MeasureModel; onPick?: () => void; onReach?: () => void }) {
  const pick = (id: (typeof m.steps)[number]['id'] | 'done') => {
    m.go(id);
    onPick?.();
  };
  const around = { protocol: m.protocol.options, station: m.station, scale: m.prefs.scale, tape: m.tape };
  return (
    <div className="flex flex-col gap-4">
      <TreeHead m={m} />
      <Visits m={m} onPick={onPick} />
      {m.stems.length > 1 && (
        <div>
          <p className="mb-1 text-small text-soft">Stems, the largest first, then clockwise</p>
          <Stems m={m} />
        </div>
      )}
      <Determinations m={m} onPick={onPick} />
      <ol aria-label="Steps">
        {m.steps
          .filter((s) => !aside(s, m.hand.at))
          .map((s) => {
            const now = s.id === m.hand.at;
            const note = noteOf(s, around);
            return (
              <li key={s.id}>
                <button
                  type="button"
                  onPointerDown={keepFocus}
                  onClick={() => pick(s.id)}
                  aria-current={now ? 'step' : undefined}
                  className={`relative ml-2 block min-h-12 w-full border-l-[3px] py-1.5 pl-5 text-left ${s.said ? 'border-ink' : 'border-rule'} ${now ? 'bg-resin-bg' : ''}`}
                >
                  <span
                    aria-hidden="true"
                    className={`absolute top-3 -left-2 h-[13px] w-[13px] rounded-full border-[3px] ${now ? 'border-resin bg-field' : s.said ? 'border-ink bg-ink' : 'border-edge bg-paper'}`}
                  />
                  <span className="font-semibold">
                    {s.title}
                    {m.stems.length > 1 && STEM_STEPS.has(s.id) && `, stem ${m.stem}`}
                  </span>{' '}
                  {s.said && <span className="figure text-plain">{s.said}</span>}
                  {note && <span className="block text-small leading-tight text-soft">{note}</span>}
                </button>
              </li>
            );
          })}
      </ol>
      <div className="flex flex-wrap gap-1.5">
        {m.steps
          .filter((s) => aside(s, m.hand.at))
          .map((s) => (
            <button key={s.id} type="button" className="chip px-3" onClick={() => pick(s.id)}>
              + {s.short}
            </button>
          ))}
        {onReach && (
          <button type="button" className="chip px-3" onClick={onReach}>
            will it reach?
          </button>
        )}
      </div>
    </div>
  );
}

/** Which tree it is: tag and species belong to it, not to its readings, and can be changed at any time. */
function TreeHead({ m }: { m: MeasureModel }) {
  const { speciesList } = m;
  const find = useFindOpener();
  const [adding, setAdding] = useState(false);
  return (
    <div className="flex flex-col gap-2">
      <div className="flex items-start justify-between gap-x-2">
        <Tag key={m.hand.tree} m={m} />
        <button type="button" className="chip" aria-label="Go to another tree" onClick={find}>
          <Search size={20} aria-hidden="true" />
        </button>
      </div>
      <SpeciesSelect species={m.tree.species} speciesList={m.speciesList} setTree={m.setTree} onNew={() => setAdding(true)} />
      <Plot m={m} />
      {m.tree.found && (m.protocol.options.products ?? []).length > 0 && (
        <Late fallback={<div className="h-12" />}>
          <Product m={m} />
        </Late>
      )}
      {m.tree.found && (m.plot !== null || m.tree.found.record.body.called || asksMore(m)) && (
        <Late>
          <OfTheTree m={m} />
        </Late>
      )}
      <p className="text-small text-soft">
        {[m.survey ? m.survey.body.name : 'Single trees', m.protocol.name].filter(Boolean).join(', ')}
        {speciesList.length === 0 && '; no species are in the book yet'}
      </p>
      {adding && (
        <Late>
          <AddSpecies m={m} onDone={() => setAdding(false)} />
        </Late>
      )}
    </div>
  );
}

const OfTheTree = lazy(() => import('./OfTheTree'));
const Product = lazy(() => import('./Product'));
const AddSpecies = lazy(() => import('./AddSpecies'));
const asksMore = ({ protocol: { options } }: MeasureModel) => (options.asks?.length ?? 0) + (options.ownFields?.length ?? 0) > 0;

/** Where it stands, in a survey with plots; the next tree stands there too. */
function Plot({ m }: { m: MeasureModel }) {
  const plots = m.plots;
  if (plots.length === 0) return null;
  return (
    <select
      aria-label="Plot"
      className="chip w-full justify-start text-left"
      value={m.plot ?? ''}
      onChange={(e) => m.setTree({ plot: e.target.value || null })}
    >
      <option value="">on no plot</option>
      {plots.map((p) => (
        <option key={p.entity} value={p.entity}>
          plot {p.body.name}
        </option>
      ))}
    </select>
  );
}

/** The tree's tag. Of a tree that is kept it is changed on purpose only: who types to find another one must not rename this. */
function Tag({ m: { tree, setTree } }: { m: MeasureModel }) {
  const [renaming, setRenaming] = useState(false);
  const keep = (typed: string) => {
    const tag = typed.trim();
    if (tag && tag !== tree.tag) setTree({ tag });
    setRenaming(false);
  };
  if (tree.found && !renaming) {
    return (
      <h2 className="flex min-w-0 flex-1 items-center justify-between gap-2 text-head leading-tight font-bold">
        <span className="min-w-0">
          Tree <span className="inline-block max-w-full break-all">{tree.tag}</span>
        </span>
        <button type="button" className="chip" aria-label={`Rename tree ${tree.tag}`} onClick={() => setRenaming(true)}>
          <Pencil size={18} aria-hidden="true" />
        </button>
      </h2>
    );
  }
  return (
    <label className="flex items-baseline gap-2 text-head leading-tight font-bold">
      Tree
      <input
        key={tree.tag}
        // biome-ignore lint/a11y/noAutofocus: whoever asked to rename types next
        autoFocus={renaming}
        className="figure min-h-12 w-28 min-w-0 border-b-2 border-rule bg-transparent focus:border-resin"
        defaultValue={tree.tag}
        maxLength={40}
        aria-label="Tag of the tree"
        onBlur={(e) => keep(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter') e.currentTarget.blur();
          if (e.key === 'Escape') setRenaming(false);
        }}
      />
    </label>
  );
}

/** Trees are come back to: another visit is another measurement, compared with the last one and never averaged with it. */
function Visits({ m, onPick }: { m: MeasureModel; onPick: (() => void) | undefined }) {
  const visits = m.tree.found?.visits ?? [];
  const last = visits.at(-1);
  if (!last) return null;
  const before = m.previous[0];
  return (
    <div className="text-small text-soft">
      <p>
        {m.hand.newVisit ? 'New visit' : `Measured ${last.on}`}
        {before &&
          `; ${formatNumber(before.years, before.years < 10 ? 1 : 0)} years before: ${showDiameter(metres(before.diameter), m.prefs.units)} at ${showPom(metres(before.pom), m.prefs.units)}`}
      </p>
      {!m.hand.newVisit && last.on < m.today && (
        <button
          type="button"
          className="chip mt-1 px-3 text-ink"
          onClick={() => {
            m.beginVisit();
            onPick?.();
          }}
        >
          measure it again: new visit
        </button>
      )}
    </div>
  );
}
