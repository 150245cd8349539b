import type { GeoArea, UnitSystem } from '@arbolito/core';
import { useState } from 'react';
import { positionOf } from '../../book/sample';
import type { Stated } from '../../book/things';
import { useBook } from '../../field/use-book';
import { Conflicts } from '../../ui/Conflicts';
import { KeptField, orNothing } from '../../ui/KeptField';
import { plotsOutside } from '../../ui/plot/SurveyPlan';
import { areaUnit, parseArea, sayArea, typedArea } from './area-text';
import { PLOT_ACTIONS } from './plot-actions';
import { type ReadArea, readOutlines } from './read-outline';

interface Props {
  readonly survey: Stated<'survey'>;
  readonly strata: readonly Stated<'stratum'>[];
  readonly plots: readonly Stated<'plot'>[];
  readonly units: UnitSystem;
}

/** The parts of a survey that are sampled on their own, with their areas: typed, or from an outline. */
export function Strata({ survey, strata, plots, units }: Props) {
  const book = useBook((s) => s.book);
  const [name, setName] = useState('');
  const [wrong, setWrong] = useState<string | null>(null);
  const places = plots.map((p) => positionOf(p.body)).filter((p) => p !== null);
  const taken = strata.some((s) => s.body.name.toLowerCase() === name.trim().toLowerCase());
  const add = (called: string, from: ReadArea | null) =>
    PLOT_ACTIONS.addStratum({
      survey: survey.entity,
      name: called,
      area: from?.net ?? null,
      grossArea: from?.gross ?? null,
      outline: (from?.area as unknown as Record<string, unknown>) ?? null,
    });
  async function readFile(file: File | undefined, into: Stated<'stratum'> | null) {
    if (!file) return;
    const read = readOutlines(await file.text(), places);
    if (!read.ok) return setWrong(`${file.name}: ${read.reason}`);
    setWrong(null);
    const [first] = read.areas as readonly [ReadArea];
    if (into)
      return PLOT_ACTIONS.changeStratum(into, {
        area: first.net,
        grossArea: first.gross,
        outline: first.area as unknown as Record<string, unknown>,
      });
    for (const [i, area] of read.areas.entries()) add(area.name ?? (name.trim() || `stratum ${strata.length + i + 1}`), area);
    setName('');
  }
  return (
    <section className="mt-5">
      <h2 className="text-title font-semibold">Strata</h2>
      {strata.length === 0 && (
        <p className="text-plain text-soft">
          None: the whole tract is sampled as one. Each stratum has an area of its own, and plots of its own.
        </p>
      )}
      <ul>
        {strata.map((s) => (
          <li key={s.entity} className="flex flex-wrap items-end gap-3 border-b border-rule py-2" data-stratum={s.body.name}>
            <KeptField
              label="name"
              width="w-44"
              maxLength={80}
              value={s.body.name}
              read={(text) => (text === '' ? { ok: false, reason: 'A stratum has a name.' } : { ok: true, value: text })}
              onKeep={(value) => PLOT_ACTIONS.changeStratum(s, { name: value })}
            />
            <KeptField
              label={`net, ${areaUnit(units)}`}
              width="w-28"
              figures
              value={typedArea(s.body.area, units)}
              read={orNothing<number>((t) => parseArea(t, units))}
              onKeep={(area) => PLOT_ACTIONS.changeStratum(s, { area })}
            />
            <KeptField
              label={`gross, ${areaUnit(units)}`}
              width="w-28"
              figures
              value={typedArea(s.body.grossArea, units)}
              read={orNothing<number>((t) => parseArea(t, units))}
              onKeep={(grossArea) => PLOT_ACTIONS.changeStratum(s, { grossArea })}
            />
            <Outlined stratum={s} plots={plots} units={units} onFile={(file) => void readFile(file, s)} />
          </li>
        ))}
      </ul>
      <div className="mt-3 flex flex-wrap items-end gap-3">
        <label className="flex flex-col gap-0.5 text-small text-soft">
          another stratum
          <input
            className="box w-44 text-base text-ink"
            value={name}
            maxLength={80}
            autoComplete="off"
            onChange={(e) => setName(e.target.value)}
          />
        </label>
        <button
          type="button"
          className="button"
          disabled={name.trim() === '' || taken}
          onClick={() => {
            add(name.trim(), null);
            setName('');
          }}
        >
          {taken ? 'Is there already' : 'Add it'}
        </button>
        <FileButton label="Add from outlines (GeoJSON)" onFile={(file) => void readFile(file, null)} />
      </div>
      {strata.map((s) => (
        <Conflicts key={s.entity} book={book} kind="stratum" entity={s.entity} units={units} />
      ))}
      {wrong && (
        <p role="alert" className="mt-2 border-l-4 border-berry bg-berry-bg p-3 text-plain" data-outline-refused>
          {wrong} Nothing was changed.
        </p>
      )}
    </section>
  );
}

function FileButton({ label, onFile }: { label: string; onFile: (file: File | undefined) => void }) {
  return (
    <label className="button cursor-pointer focus-within:outline-3 focus-within:outline-slate">
      {label}
      <input
        type="file"
        accept=".json,.geojson,application/geo+json,application/json"
        className="sr-only"
        onChange={(e) => {
          onFile(e.target.files?.[0]);
          e.target.value = '';
        }}
      />
    </label>
  );
}

/** What is known of a stratum's outline, and which plots said to be in it lie elsewhere. */
function Outlined({
  stratum: { entity, body },
  plots,
  units,
  onFile,
}: {
  stratum: Stated<'stratum'>;
  plots: readonly Stated<'plot'>[];
  units: UnitSystem;
  onFile: (file: File | undefined) => void;
}) {
  if (!body.outline) return <FileButton label="Its outline" onFile={onFile} />;
  const own = plots.flatMap((p) => {
    const at = positionOf(p.body);
    return at && p.body.stratum === entity ? [{ id: p.entity, name: p.body.name, state: null, at }] : [];
  });
  const outside = plotsOutside({ areas: [{ id: entity, name: body.name, area: body.outline as unknown as GeoArea }], plots: own });
  const left = body.area != null && body.grossArea != null && body.grossArea > body.area ? body.grossArea - body.area : null;
  return (
    <>
      <FileButton label="Another outline" onFile={onFile} />
      {left !== null && <p className="text-small text-soft">{sayArea(left, units)} left out</p>}
      {outside.length > 0 && (
        <p className="w-full text-plain text-berry">
          {outside.length === 1 ? `Plot ${outside[0]} lies` : `Plots ${outside.slice(0, 8).join(', ')} lie`} outside this outline: is it the
          right stratum, and the right place?
        </p>
      )}
    </>
  );
}
