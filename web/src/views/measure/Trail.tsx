import { formatNumber, metres, showDiameter, showPom } from '@arbolito/core';
import { lazy, memo, Suspense, useState } from 'react';
import { settled } from '../../book/versions';
import { sayReading } from '../../methods/say-reading';
import { noteOf } from '../../methods/step-notes';
import { Determinations } from './Determinations';
import { Stems } from './Stems';
import type { Step, StepId } from './steps';
import type { MeasureModel } from './use-measure';

/** Steps that are one stem's own. */
const STEM_STEPS: ReadonlySet<string> = new Set(['trunk', 'dbh', 'upper']);

/** What hardly any tree needs stands beside the steps until it is chosen. */
const ASIDE: ReadonlySet<StepId> = new Set(['stump', 'point', 'plumb', 'room', 'lean', 'crown', 'bearing', 'crown-spread', 'base']);
const aside = (s: Step, at: StepId | 'done') => ASIDE.has(s.id) && s.optional && s.readings.length === 0 && s.id !== at;

/** The tree and its steps; each can be gone back to, and shows what it was before. */
export function Trail({ m, onPick, onReach }: { m: MeasureModel; onPick?: () => void; onReach?: () => void }) {
  const pick = (id: (typeof m.steps)[number]['id'] | 'done') => {
    m.go(id);
    onPick?.();
  };
  const around = { protocol: m.protocol.options, station: m.station, scale: m.prefs.scale, tape: m.tape };
  return (
    <div className="flex flex-col gap-4">
      <TreeHead m={m} onPick={onPick} />
      <Visits m={m} onPick={onPick} />
      {m.stems.length > 1 && (
        <div>
          <p className="mb-1 text-[14px] text-soft">Stems, the largest first, then clockwise</p>
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
                  {s.said && <span className="figure text-[15px]">{s.said}</span>}
                  {note && <span className="block text-[14px] leading-tight text-soft">{note}</span>}
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
      <History m={m} />
    </div>
  );
}

const MoveTree = lazy(() => import('./MoveTree').catch(() => ({ default: MoveNotHere })));
const MoveNotHere = () => <p className="text-soft">This needs the server once: try again with a network.</p>;

/** Hardly any tree is moved: what it takes is fetched when somebody asks for it. */
function Move({ m, onDone }: { m: MeasureModel; onDone: (() => void) | undefined }) {
  const [open, setOpen] = useState(false);
  if (!m.tree.found) return null;
  return (
    <details className="text-[15px]" onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="flex min-h-12 items-center font-semibold">Move to another survey</summary>
      <Suspense fallback={null}>{open && <MoveTree key={m.hand.tree} m={m} onDone={onDone} />}</Suspense>
    </details>
  );
}

/** Tag and species. They belong to the tree, not to its readings, and can be changed at any time. */
function TreeHead({ m, onPick }: { m: MeasureModel; onPick: (() => void) | undefined }) {
  const { tree, speciesList } = m;
  return (
    <div className="flex flex-col gap-2">
      <label className="flex items-baseline gap-2 text-[26px] leading-tight font-bold">
        Tree
        <input
          key={`${m.hand.tree} ${tree.tag}`}
          className="figure min-h-12 w-28 min-w-0 border-b-2 border-rule bg-transparent focus:border-resin"
          defaultValue={tree.tag}
          maxLength={40}
          aria-label="Tag of the tree"
          onBlur={(e) => {
            const tag = e.target.value.trim();
            if (tag && tag !== tree.tag) m.setTree({ tag });
          }}
          onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
        />
      </label>
      <SpeciesSelect species={m.tree.species} speciesList={m.speciesList} setTree={m.setTree} />
      <p className="text-[14px] text-soft">
        {[m.survey ? m.survey.body.name : 'Single trees', tree.plot && `plot ${tree.plot}`, m.protocol.name].filter(Boolean).join(', ')}
        {speciesList.length === 0 && '; no species are in the book yet'}
      </p>
      <AddSpecies m={m} />
      <Move m={m} onDone={onPick} />
    </div>
  );
}

/** Trees are come back to: another visit is another measurement, compared with the last one and never averaged with it. */
function Visits({ m, onPick }: { m: MeasureModel; onPick: (() => void) | undefined }) {
  const visits = m.tree.found?.visits ?? [];
  const last = visits.at(-1);
  if (!last) return null;
  const before = m.previous[0];
  return (
    <div className="text-[14px] text-soft">
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

/** Name and form of crown are all a species needs to begin with; its own figures can come later. */
function AddSpecies({ m }: { m: MeasureModel }) {
  const [name, setName] = useState('');
  const [crown, setCrown] = useState<'conifer' | 'broad'>('conifer');
  const clean = name.trim();
  const known = m.speciesList.some((s) => s.body.name.toLowerCase() === clean.toLowerCase());
  const add = () => {
    if (!clean || known) return;
    m.addSpecies(clean, crown);
    setName('');
  };
  return (
    <details className="text-[15px]">
      <summary className="flex min-h-12 items-center font-semibold">+ another species</summary>
      <div className="flex flex-col gap-2">
        <input
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
    </details>
  );
}

type SpeciesProps = Pick<MeasureModel, 'speciesList' | 'setTree'> & { readonly species: string | null };
/** Not drawn again with every key: only what it shows is asked for. */
export const SpeciesSelect = memo(function SpeciesSelect({ species, speciesList, setTree }: SpeciesProps) {
  return (
    <select
      aria-label="Species"
      className="chip w-full justify-start text-left"
      value={species ?? ''}
      onChange={(e) => setTree({ species: e.target.value || null })}
    >
      <option value="">species not said</option>
      {speciesList.map((s) => (
        <option key={s.id} value={s.id}>
          {s.body.name}
        </option>
      ))}
    </select>
  );
});

/** Every version of every reading that has more than one, and what two people disagree on. */
function History({ m }: { m: MeasureModel }) {
  const all = m.tree.found?.readings ?? [];
  const changed = all.filter((e) => e.history.length > 1 || e.heads.length === 0);
  if (changed.length === 0) return null;
  return (
    <details className="text-[15px]" open={m.tree.contested > 0}>
      <summary className="flex min-h-12 items-center font-semibold">History ({changed.length} changed)</summary>
      <ul className="flex flex-col gap-3">
        {changed.map((e) => (
          <li key={e.id}>
            {e.heads.length > 1 && <p className="text-berry">Two versions contradict each other; neither counts until one is chosen.</p>}
            <ol>
              {e.history.map((v) => {
                const inForce = e.heads.some((h) => h.id === v.id);
                return (
                  <li key={v.id} className="flex min-h-8 items-center gap-2">
                    <span className={`figure ${inForce ? '' : 'text-soft line-through'}`}>{sayReading(v.body.read, m.prefs.units)}</span>
                    <span className="text-[13px] text-soft">
                      {v.body.read.kind === 'angle' || v.body.read.kind === 'shot' ? v.body.read.target : v.body.read.kind},{' '}
                      {v.at.slice(0, 16).replace('T', ' ')}
                    </span>
                    {inForce && !settled(e) && (
                      <button type="button" className="button px-3" onClick={() => m.decide(v)}>
                        keep this
                      </button>
                    )}
                  </li>
                );
              })}
            </ol>
          </li>
        ))}
      </ul>
    </details>
  );
}
