import type { AngleScale } from '@arbolito/core';
import { tapeUnits } from '../../field/device';
import { Choice, Row } from './Choice';
import { TapeChips } from './TapeChips';
import { Units } from './Units';
import type { MeasureModel } from './use-measure';

const FIXED = [15, 20, 25, 30, 40, 50];

/** How the value in the field is meant: its tool, unit, scale. What is on is what is assumed until told otherwise. */
export function Chips({ m }: { m: MeasureModel }) {
  const { step, kept, prefs, choose } = m;
  if (!step) return <OptionalSteps m={m} />;
  const empty = m.place.text === '';
  switch (step.id) {
    case 'trunk':
      return null;
    case 'dbh':
    case 'upper':
      return <TapeChips m={m} />;
    case 'distance': {
      const read = empty && kept?.kind === 'distance' ? kept : null;
      const along = read?.along ?? prefs.along;
      const to = read?.to ?? prefs.to;
      return (
        <Row>
          <Choice label="level" on={along === 'level'} pick={() => choose({ along: 'level' })} />
          <Choice label="slope" name="along the slope" on={along === 'slope'} pick={() => choose({ along: 'slope' })} />
          <Choice label="axis" name="to the axis" on={to === 'axis'} pick={() => choose({ to: 'axis' })} />
          <Choice label="bark" name="to the bark" on={to === 'bark'} pick={() => choose({ to: 'bark' })} />
          <Units m={m} units={['m', 'ft']} on={read?.unit ?? tapeUnits(prefs).length} pick={(u) => choose({ lengthUnit: u })} />
        </Row>
      );
    }
    case 'mark-height':
    case 'eye-height': {
      const read = empty && (kept?.kind === 'mark-height' || kept?.kind === 'eye-height') ? kept : null;
      return (
        <Row>
          <Units m={m} units={['m', 'ft']} on={read?.unit ?? tapeUnits(prefs).length} pick={(u) => choose({ lengthUnit: u })} />
        </Row>
      );
    }
    case 'logs':
      return (
        <Row>
          <MerchantableChoice m={m} />
        </Row>
      );
    default: {
      const read = empty && kept?.kind === 'angle' ? kept : null;
      const scale: AngleScale = read
        ? read.scale === 'fixed'
          ? { kind: 'fixed', distance: read.scaleDistance ?? 20 }
          : { kind: read.scale }
        : prefs.scale;
      return (
        <Row>
          {step.id === 'base' && <Choice label="mark" name="the base is hidden: sight a mark" on={false} pick={() => lower(m, 'mark')} />}
          {step.id === 'mark' && <Choice label="base" name="sight the base itself" on={false} pick={() => lower(m, 'base')} />}
          {step.id === 'merchantable' && <MerchantableChoice m={m} />}
          <Choice label="°" name="degrees" on={scale.kind === 'degree'} pick={() => choose({ scale: { kind: 'degree' } })} />
          <Choice label="%" name="percent" on={scale.kind === 'percent'} pick={() => choose({ scale: { kind: 'percent' } })} />
          <Choice
            label="66"
            name="topographic, 66"
            on={scale.kind === 'topographic'}
            pick={() => choose({ scale: { kind: 'topographic' } })}
          />
          <select
            aria-label="a scale drawn for one distance"
            className="chip min-w-0 flex-1"
            data-on={scale.kind === 'fixed'}
            value={scale.kind === 'fixed' ? scale.distance : ''}
            onChange={(e) => choose({ scale: { kind: 'fixed', distance: Number(e.target.value) } })}
          >
            <option value="" disabled>
              20 …
            </option>
            {[...new Set([...FIXED, ...(scale.kind === 'fixed' ? [scale.distance] : [])])].map((d) => (
              <option key={d} value={d}>
                {d} m
              </option>
            ))}
          </select>
        </Row>
      );
    }
  }
}

function lower(m: MeasureModel, to: 'base' | 'mark') {
  m.setPlace((p) => ({ ...p, lower: to, at: to, text: '' }));
}

function MerchantableChoice({ m }: { m: MeasureModel }) {
  const to = (step: 'logs' | 'merchantable') => m.setPlace((p) => ({ ...p, merchantable: step, at: step, text: '' }));
  return (
    <>
      <Choice label="logs" name="count the logs" on={m.step?.id === 'logs'} pick={() => to('logs')} />
      <Choice label="sight" name="sight the merchantable top" on={m.step?.id === 'merchantable'} pick={() => to('merchantable')} />
    </>
  );
}

/** With the work of the protocol done, what else could be read here. */
function OptionalSteps({ m }: { m: MeasureModel }) {
  const open = m.steps.filter((s) => s.readings.length === 0 && s.id !== 'trunk');
  return (
    <Row>
      {open.slice(0, 4).map((s) => (
        <Choice key={s.id} label={`+ ${s.short}`} on={false} pick={() => m.go(s.id)} />
      ))}
      {open.length === 0 && <span className="self-center text-[15px] text-soft">Everything is read.</span>}
    </Row>
  );
}
