import { formatNumber, fromMetres, type LengthUnit, type Metres, parseLength, USUAL_REACH } from '@arbolito/core';
import { useState } from 'react';
import { type OpticalWay, tapeUnits } from '../../field/preferences';
import { Choice, Row } from './Choice';
import { NumberBeside } from './NumberBeside';
import type { MeasureModel } from './use-measure';

/** Whose reach, and the reach the stick is drawn for. */
export function Stick({ m }: { m: MeasureModel }) {
  const design = (m.prefs.stickReach ?? USUAL_REACH) as Metres;
  const unit: LengthUnit = m.prefs.units === 'us' ? 'in' : 'cm';
  const [typed, setTyped] = useState<string | null>(null);
  const show = (l: number) => `${formatNumber(fromMetres(l as Metres, unit), 1)} ${unit}`;
  const settle = () => {
    const length = typed ? parseLength(typed, unit) : null;
    if (length?.ok && length.metres >= 0.2 && length.metres <= 1.5)
      m.choose({ stickReach: Math.abs(length.metres - USUAL_REACH) < 1e-9 ? null : length.metres });
    setTyped(null);
  };
  return (
    <Row>
      <span className="flex min-w-0 flex-1 flex-col justify-center text-note leading-tight text-soft">
        {m.reach === null ? 'your reach is not in the kit: the stick’s own is taken' : `your reach ${show(m.reach)}`}
        {m.stickUpTo !== null && Number.isFinite(m.stickUpTo) && `; good enough here up to ${show(m.stickUpTo)}`}
        {m.stickUpTo === null && '; not good enough for this survey: use a tape'}
      </span>
      <label className="flex items-center gap-1.5 text-note text-soft">
        stick drawn for
        <input
          aria-label="Reach the stick is drawn for"
          className="figure min-h-12 w-24 rounded-[8px] border-[1.5px] border-edge bg-field px-2 text-right text-ink"
          value={typed ?? show(design)}
          onFocus={(e) => e.currentTarget.select()}
          onChange={(e) => setTyped(e.target.value)}
          onBlur={settle}
        />
      </label>
    </Row>
  );
}

export { Stems } from './Stems';

/** How high up the stem an upper diameter is read. */
export function UpperHeight({ m }: { m: MeasureModel }) {
  return (
    <NumberBeside
      label="Height of the upper diameter"
      hint="height"
      value={m.hand.upperHeight}
      unit={tapeUnits(m.prefs).length}
      set={(upperHeight) => m.setHand((p) => ({ ...p, upperHeight }))}
    />
  );
}

export function Optical({ m }: { m: MeasureModel }) {
  const way = m.prefs.optical;
  const set = (change: Partial<OpticalWay>) => m.choose({ optical: { ...way, ...change } });
  const { optical } = m.hand;
  const beside = (change: Partial<typeof optical>) => m.setHand((p) => ({ ...p, optical: { ...p.optical, ...change } }));
  const unit = tapeUnits(m.prefs).length;
  const known = m.result.stations.findLast((s) => s.ok);
  const turn = <K extends 'by' | 'along' | 'to'>(key: K, names: readonly (readonly [OpticalWay[K], string])[]) => {
    const at = names.findIndex(([v]) => v === way[key]);
    const [, now = ''] = names[at] ?? [];
    const [next, other = ''] = names[(at + 1) % names.length] ?? [];
    return (
      <Choice
        label={String(way[key])}
        name={`${now}; change to ${other}`}
        on={false}
        pick={() => set({ [key]: next } as Partial<OpticalWay>)}
      />
    );
  };
  return (
    <>
      <Row>
        {turn('by', [
          ['angle', 'by angle'],
          ['bands', 'by bands'],
        ])}
        <NumberBeside
          label="Distance to the stem"
          hint={known?.ok ? `${formatNumber(fromMetres(known.value.distance, unit), 1)} ${unit}` : 'far'}
          value={optical.distance}
          unit={unit}
          set={(distance) => beside({ distance })}
        />
        {turn('along', [
          ['level', 'distance level'],
          ['sight', 'distance along the sight'],
        ])}
        {turn('to', [
          ['axis', 'to the axis'],
          ['face', 'to the near face'],
        ])}
        <NumberBeside
          label="Angle of the sight"
          hint="up °"
          value={optical.elevation}
          unit={null}
          set={(elevation) => beside({ elevation })}
        />
      </Row>
      {way.by === 'bands' && (
        <Row>
          <Choice
            label={`band 1:${formatNumber(1 / way.ratio, 0)}`}
            name={`one band is 1:${formatNumber(1 / way.ratio, 0)} of the distance; change it`}
            on={false}
            pick={() => set({ ratio: nextRatio(way.ratio) })}
          />
          <Choice
            label="corrects itself"
            name="the instrument corrects itself for the slope of the sight"
            on={way.selfCorrecting}
            pick={() => set({ selfCorrecting: !way.selfCorrecting })}
          />
        </Row>
      )}
    </>
  );
}

const RATIOS = [0.02, 0.01, 0.005, 0.04] as const;
const nextRatio = (r: number) => RATIOS[(RATIOS.indexOf(r as (typeof RATIOS)[number]) + 1) % RATIOS.length] ?? 0.02;
