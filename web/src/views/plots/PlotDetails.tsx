import {
  formatNumber,
  fromMetres,
  metres,
  type Position,
  type ProtocolOptions,
  parseAngle,
  parseBearing,
  parseLength,
  parsePlace,
  sayPlace,
  tangentOf,
} from '@arbolito/core';
import { useState } from 'react';
import { positionOf } from '../../book/sample';
import type { Stated } from '../../book/things';
import { useBook } from '../../field/use-book';
import type { PlotState } from '../../field/use-plot';
import { KeptField, orNothing, type ReadText } from '../../ui/KeptField';
import { EdgesAndWitnesses } from './EdgesAndWitnesses';
import { PLOT_ACTIONS } from './plot-actions';
import { YoungAndDead } from './YoungAndDead';

interface Props {
  readonly survey: Stated<'survey'>;
  readonly plot: PlotState;
  readonly protocol: ProtocolOptions;
}

/** Slope as degrees or per cent, kept in degrees. */
function readSlope(text: string): ReadText<number> {
  const read = parseAngle(text, { kind: 'degree' });
  if (!read.ok) return { ok: false, reason: 'A slope in degrees, or with % behind it: 14 or 25 %.' };
  if (read.value < 0) return { ok: false, reason: 'A slope has no sign here: the bearing downhill says which way it falls.' };
  const degrees = (Math.atan(tangentOf(read.value, read.scale)) * 180) / Math.PI;
  return degrees <= 60 ? { ok: true, value: Number(degrees.toFixed(2)) } : { ok: false, reason: 'At most 60°.' };
}
export const readBearing = (text: string): ReadText<number> => {
  const read = parseBearing(text);
  return read.ok ? { ok: true, value: read.degrees } : read;
};

/** What belongs to the plot itself: where it lies, its ground, its edges, how it is found again. */
export function PlotDetails({ survey, plot, protocol }: Props) {
  const { record } = plot;
  const { body } = record;
  const book = useBook((s) => s.book);
  const strata = book.partsOf(survey.entity, 'stratum');
  const long = protocol.units === 'us' ? 'ft' : 'm';
  const change = (c: Parameters<typeof PLOT_ACTIONS.changePlot>[1]) => PLOT_ACTIONS.changePlot(record, c);
  const readLength = (text: string): ReadText<number> => {
    const read = parseLength(text, long);
    return read.ok ? (read.metres > 0 ? { ok: true, value: read.metres } : { ok: false, reason: 'Above 0.' }) : read;
  };
  const say = (m: number | null | undefined) => (m == null ? '' : String(Number(fromMetres(metres(m), long).toFixed(2))));
  const rule = survey.body.design?.rule.kind;
  return (
    <details className="mt-5 border-t-2 border-ink pt-3 print:hidden" data-details>
      <summary className="min-h-11 cursor-pointer text-title font-semibold">The plot itself: place, ground, edges</summary>
      <div className="mt-2 flex flex-wrap gap-3">
        <KeptField
          label="name"
          width="w-28"
          maxLength={40}
          value={body.name}
          read={(text) => (text === '' ? { ok: false, reason: 'It needs a name.' } : { ok: true, value: text })}
          onKeep={(name) => change({ name })}
        />
        {strata.length > 0 && (
          <label className="flex flex-col gap-0.5 text-small text-soft">
            stratum
            <select className="box text-ink" value={body.stratum ?? ''} onChange={(e) => change({ stratum: e.target.value || null })}>
              <option value="">not said</option>
              {strata.map((s) => (
                <option key={s.entity} value={s.entity}>
                  {s.body.name}
                </option>
              ))}
            </select>
          </label>
        )}
        <KeptField
          label="slope"
          hint="° or %"
          width="w-28"
          figures
          value={body.slope == null ? '' : String(body.slope)}
          read={orNothing<number>(readSlope)}
          onKeep={(slope) => change({ slope })}
        />
        <KeptField
          label="downhill is at"
          hint="bearing"
          width="w-28"
          figures
          value={body.aspect == null ? '' : String(body.aspect)}
          read={orNothing<number>(readBearing)}
          onKeep={(aspect) => change({ aspect })}
        />
        {(rule === 'rectangle' || rule === 'strip') && (
          <KeptField
            label={rule === 'strip' ? 'the line runs' : 'its length runs'}
            hint="bearing"
            width="w-28"
            figures
            value={body.axis == null ? '' : String(body.axis)}
            read={orNothing<number>(readBearing)}
            onKeep={(axis) => change({ axis })}
          />
        )}
        {rule === 'strip' ? (
          <KeptField
            label={`walked, level, ${long}`}
            width="w-28"
            figures
            value={say(body.length)}
            read={orNothing<number>(readLength)}
            onKeep={(length) => change({ length })}
          />
        ) : (
          (rule === 'circle' || rule === 'nested') && (
            <KeptField
              label={`another radius, ${long}`}
              hint="here only"
              width="w-28"
              figures
              value={say(body.radius)}
              read={orNothing<number>(readLength)}
              onKeep={(radius) => change({ radius })}
            />
          )
        )}
        <KeptField
          label="number on the way"
          width="w-28"
          figures
          value={body.order == null ? '' : String(body.order)}
          read={orNothing<number>((text) =>
            /^[1-9]\d{0,4}$/.test(text) ? { ok: true, value: Number(text) } : { ok: false, reason: 'A whole number.' },
          )}
          onKeep={(order) => change({ order })}
        />
      </div>
      <Place record={record} onChange={change} />
      <button
        type="button"
        className="chip mt-3 px-3"
        aria-pressed={body.shifted === true}
        onClick={() => change({ shifted: body.shifted === true ? null : true })}
      >
        moved inward from an edge
      </button>
      {body.shifted && (
        <p className="text-plain text-berry">
          A plot that is moved inward stands where trees near the edge never are: what it gives is biased. Leave it where it was planned and
          let trees at the edge count for more.
        </p>
      )}
      <EdgesAndWitnesses record={record} units={protocol.units} />
      <YoungAndDead record={record} protocol={protocol} />
      <div className="mt-3 max-w-prose">
        <KeptField
          label="note"
          maxLength={1000}
          value={body.note ?? ''}
          read={(text) => ({ ok: true, value: text === '' ? null : text })}
          onKeep={(note) => change({ note })}
        />
      </div>
    </details>
  );
}

/** Where its centre lies: typed in degrees or UTM, or where the device is now. */
function Place({
  record: { body },
  onChange,
}: {
  record: Stated<'plot'>;
  onChange: (c: Parameters<typeof PLOT_ACTIONS.changePlot>[1]) => void;
}) {
  const [looking, setLooking] = useState<string | null>(null);
  const at = positionOf(body);
  const here = () => {
    if (!('geolocation' in navigator)) return setLooking('This device has no location service: type the place.');
    setLooking('Looking where this device is …');
    navigator.geolocation.getCurrentPosition(
      ({ coords }) => {
        onChange({ longitude: coords.longitude, latitude: coords.latitude, placeError: coords.accuracy });
        setLooking(null);
      },
      (e) =>
        setLooking(
          e.code === e.PERMISSION_DENIED
            ? 'This page may not ask where the device is: allow it in the browser, or type the place.'
            : 'The device does not know where it is just now: wait under open sky, or type the place.',
        ),
      { enableHighAccuracy: true, timeout: 30_000, maximumAge: 0 },
    );
  };
  return (
    <div className="mt-3 flex flex-wrap items-end gap-3">
      <KeptField
        label="centre"
        hint="latitude, longitude, or UTM as 30T 397650 4474210"
        width="w-80 max-w-full"
        value={at ? `${at[1].toFixed(6)}, ${at[0].toFixed(6)}` : ''}
        read={orNothing<Position>((text) => {
          const read = parsePlace(text);
          return read.ok ? { ok: true, value: read.position } : read;
        })}
        onKeep={(p) => onChange({ longitude: p?.[0] ?? null, latitude: p?.[1] ?? null, placeError: null })}
      />
      <button type="button" className="button" onClick={here}>
        Where this device is
      </button>
      <p className="w-full text-small text-soft" role="status">
        {looking ??
          (at ? `${sayPlace(at)}${body.placeError == null ? '' : `, ±${formatNumber(body.placeError, 0)} m`}` : 'Not said where it lies.')}
      </p>
    </div>
  );
}
