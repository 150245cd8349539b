import { type ProtocolOptions, sayBearing, type UnitSystem } from '@arbolito/core';
import { useState } from 'react';
import { Link } from 'wouter';
import type { Stated } from '../../book/things';
import type { TreeRow } from '../../book/tree-row';
import { treesHere } from '../../book/trees-here';
import { nextTagOn } from '../../field/next-tag';
import { savedPreferences, speciesUsed } from '../../field/preferences';
import { useBook } from '../../field/use-book';
import type { PlotState } from '../../field/use-plot';
import { sayFar, verdictOf } from '../../ui/plot/plot-words';
import { PLOT_ACTIONS } from './plot-actions';
import type { MeantTree, PlacedBy, TreeForm, TypedField } from './tree-form';

interface Props {
  readonly survey: Stated<'survey'>;
  readonly plot: PlotState;
  /** Every tree of the survey. */
  readonly all: readonly TreeRow[];
  readonly protocol: ProtocolOptions;
  readonly form: TreeForm;
  readonly meant: MeantTree;
  readonly onForm: (form: TreeForm) => void;
  /** A tree that is there already, whose place is found anew. */
  readonly placing: TreeRow | null;
  readonly onKept: (tree: string) => void;
  readonly onLeave: () => void;
}

const BY: Readonly<Record<PlacedBy, string>> = { tape: 'tape', laser: 'laser', ultrasonic: 'ultrasonic', paces: 'paces', eye: 'by eye' };

/** The next tree: how thick, how far and which way, and with that whether it is in. */
export function TreeHere({ survey, plot, all, protocol, form, meant, onForm, placing, onKept, onLeave }: Props) {
  const { units } = protocol;
  const book = useBook((s) => s.book);
  const proposed = nextTagOn(plot.record.body.name, treesHere(plot.rows, [], new Set()), all);
  const [tag, setTag] = useState<string | null>(null);
  const own = (tag ?? proposed).trim();
  const taken = placing === null && plot.rows.some((r) => r.tag === own);
  const set = (change: Partial<TreeForm>) => onForm({ ...form, ...change });
  const strip = plot.ground.rule?.kind === 'strip';
  const [thin, long] = units === 'us' ? ['in', 'ft'] : ['cm', 'm'];
  const used = savedPreferences().species;
  const species = [...book.all('species')].sort((a, b) => rank(used, a.entity) - rank(used, b.entity));
  const bad = Object.keys(meant.refusals).length > 0;
  const nothing = placing ? meant.place === null : form.species === null && meant.read === null && meant.place === null;
  const keep = () => {
    if (bad || nothing || taken || own === '') return;
    if (placing) {
      const record = book.find('tree', placing.id);
      if (record) PLOT_ACTIONS.placeTree(record, meant.place);
      return onKept(placing.id);
    }
    if (form.species) speciesUsed([form.species]);
    onKept(
      PLOT_ACTIONS.addTree({
        survey: survey.entity,
        plot: plot.record.entity,
        tag: own,
        species: form.species,
        units,
        meant,
        typed: form.diameter.trim(),
      }),
    );
    setTag(null);
  };
  const field = (name: TypedField, label: string, hint?: string) => (
    <label className="flex min-w-0 flex-1 basis-28 flex-col gap-0.5 text-small text-soft">
      {label}
      <input
        name={name}
        className="box figure w-full text-title text-ink"
        inputMode={name === 'bearing' ? 'text' : 'decimal'}
        autoComplete="off"
        maxLength={24}
        placeholder={hint}
        value={form[name]}
        aria-invalid={meant.refusals[name] !== undefined}
        onChange={(e) => set({ [name]: e.target.value })}
      />
      {meant.refusals[name] && <span className="text-berry">{meant.refusals[name]}</span>}
    </label>
  );
  const { found } = meant;
  const out = found?.ok === true && !found.value.in && !found.value.near;
  return (
    <form
      className="flex flex-col gap-2"
      aria-label={placing ? `Where tree ${placing.tag} stands` : 'The next tree'}
      onSubmit={(e) => {
        e.preventDefault();
        keep();
      }}
      data-tree-here
    >
      <h2 className={`text-title leading-tight font-semibold ${placing ? '' : 'sr-only desk:not-sr-only'}`}>
        {placing ? `Where tree ${placing.tag} stands` : 'Next tree: in or out?'}
      </h2>
      <Verdict meant={meant} form={form} units={units} protocol={protocol} />
      {!placing && (
        <div className="flex flex-wrap gap-2">
          <label className="flex w-28 flex-col gap-0.5 text-small text-soft">
            Tree
            <input
              className="box figure w-full text-title text-ink"
              aria-invalid={taken}
              maxLength={40}
              value={tag ?? proposed}
              onChange={(e) => setTag(e.target.value)}
              onBlur={() => tag?.trim() === '' && setTag(null)}
            />
            {taken && <span className="text-berry">is there already</span>}
          </label>
          <label className="flex min-w-0 flex-1 basis-36 flex-col gap-0.5 text-small text-soft">
            Species
            <select
              className="box w-full text-base text-ink"
              value={form.species ?? ''}
              onChange={(e) => set({ species: e.target.value || null })}
            >
              <option value="">not said</option>
              {species.map((s) => (
                <option key={s.entity} value={s.entity}>
                  {s.body.name}
                </option>
              ))}
            </select>
          </label>
        </div>
      )}
      <div className="flex flex-wrap gap-2">
        {!placing && field('diameter', `Diameter, ${thin}`)}
        {field('distance', strip ? `Off the line, ${long}` : `Distance, ${long}`)}
        {!strip && field('bearing', 'Bearing', '145, S35E')}
        {form.along === 'sight' && field('elevation', 'Angle of the line, °', '+ up')}
      </div>
      <div className="grid grid-cols-4 gap-1.5">
        {!placing && (
          <Pick
            name="How thick"
            of={[
              ['diameter-tape', 'taped'],
              ['estimate', 'by eye'],
            ]}
            value={form.tool}
            onPick={(tool) => set({ tool })}
          />
        )}
        <Pick name="Distance by" of={Object.entries(BY) as [PlacedBy, string][]} value={form.by} onPick={(by) => set({ by })} />
        <Pick
          name="How it lies"
          of={[
            ['level', 'level'],
            ['ground', 'on slope'],
            ['sight', 'on a sight'],
          ]}
          value={form.along}
          onPick={(along) => set({ along })}
        />
        <Pick
          name="Where it ends"
          of={[
            ['axis', 'to the pith'],
            ['bark', 'to the bark'],
          ]}
          value={form.to}
          onPick={(to) => set({ to })}
        />
      </div>
      <div className="flex flex-wrap gap-2">
        <button type="submit" className="button button-go min-w-0 flex-1" disabled={bad || nothing || taken || own === ''}>
          {placing ? 'It stands there' : out ? `Keep ${own} as out` : `Keep tree ${own}`}
        </button>
        {!placing && (
          <Link className="button" href={`/measure?survey=${survey.entity}&plot=${plot.record.entity}`}>
            Measure one in full
          </Link>
        )}
        {placing && (
          <button type="button" className="button" onClick={onLeave}>
            Leave it
          </button>
        )}
      </div>
    </form>
  );
}

const rank = (used: readonly string[], id: string) => (used.includes(id) ? used.indexOf(id) : used.length);

interface PickProps<T extends string> {
  readonly name: string;
  readonly of: readonly (readonly [T, string])[];
  readonly value: T;
  readonly onPick: (value: T) => void;
}
function Pick<T extends string>({ name, of, value, onPick }: PickProps<T>) {
  return (
    <select aria-label={name} className="chip w-full min-w-0 px-1 text-small" value={value} onChange={(e) => onPick(e.target.value as T)}>
      {of.map(([key, label]) => (
        <option key={key} value={key}>
          {label}
        </option>
      ))}
    </select>
  );
}

/** In, out or on the edge, said as it is typed. */
function Verdict({ meant, form, units, protocol }: { meant: MeantTree; form: TreeForm; units: UnitSystem; protocol: ProtocolOptions }) {
  const { found, place } = meant;
  const pith = protocol.distanceAt === 'ground' ? 'at the ground' : 'at breast height';
  if (!found) {
    const todo = meant.dbh === null ? 'its diameter' : place === null ? 'how far it stands' : null;
    return (
      <p className="min-h-12 border-l-4 border-rule px-3 py-1 text-plain text-soft" role="status" data-verdict="none">
        {todo ? `Type ${todo} and you see whether it is in. The distance goes from the centre to the tree ${pith}.` : ' '}
      </p>
    );
  }
  if (!found.ok) {
    const thin = found.missing.code === 'too-thin';
    return (
      <p
        className="min-h-12 border-l-4 border-slate bg-slate-bg px-3 py-1 text-plain"
        role="status"
        data-verdict={thin ? 'too-thin' : 'unsaid'}
      >
        {thin ? 'Too thin: no circle of this plot looks for such a tree.' : found.missing.reason}
      </p>
    );
  }
  const { kind, says, todo } = verdictOf(found.value, form, form.tool, units);
  const colour = kind === 'in' ? 'border-wood bg-wood-bg' : kind === 'out' ? 'border-slate bg-slate-bg' : 'border-berry bg-berry-bg';
  const { walkThrough, edgeWeight } = found.value;
  return (
    <div className={`min-h-12 border-l-4 px-3 py-1 text-plain ${colour}`} role="status" data-verdict={kind}>
      <p>
        <strong>{kind === 'edge' ? 'On the edge. ' : kind === 'in' ? 'In. ' : 'Out. '}</strong>
        {says.replace(/^On the edge: /, '').replace(/^./, (c) => c.toUpperCase())} {todo && <strong>{todo}</strong>}
      </p>
      {found.value.in && edgeWeight !== null && edgeWeight > 1.0005 && (
        <p data-edge>
          Near the edge of the tract: it counts {edgeWeight.toFixed(2)} times, for the part of its circle that lies inside
          {walkThrough === 2 ? ' (walked through, twice)' : ''}.
        </p>
      )}
      {found.value.in && edgeWeight === null && walkThrough === 2 && (
        <p data-edge>Near the edge of the tract: walked through, it counts twice.</p>
      )}
      {meant.asks && <p className="text-berry">{meant.asks}</p>}
    </div>
  );
}

/** Where a tree stands, as it is said in lists. */
export const sayPlaceOf = (row: TreeRow, units: UnitSystem): string => {
  const { at } = row.onPlot;
  if (!at) return '–';
  const bearing = (Math.atan2(at.x, at.y) * 180) / Math.PI;
  return `${sayBearing(Math.round(bearing))}, ${sayFar(Math.hypot(at.x, at.y), units)}`;
};
