import { type AngleScale, DISTANCE_TOOLS, type LengthUnit } from '@arbolito/core';
import { memo } from 'react';
import type { DistanceWay } from '../../book/slots';
import { tapeUnits } from '../../field/preferences';
import { MEASURE_METHODS, METHODS, type MeasureMethod } from '../../methods/index';
import { TOWARD } from '../../methods/say-reading';
import { STEPS } from '../../methods/steps';
import { celsiusOf } from '../../ui/number-of';
import { Choice, Row } from './Choice';
import { MethodSelect } from './MethodSelect';
import type { StepId } from './steps';
import { Units } from './Units';
import type { HeightChipsModel } from './use-measure';

/** How the value of a height's step is meant: method, instrument, unit, scale. What is on is what is assumed until told otherwise. */
export const HeightChips = memo(function HeightChips({ m }: { m: HeightChipsModel }) {
  const { step } = m;
  switch (step) {
    case 'distance':
      return <DistanceChips m={m} />;
    case 'logs':
    case 'log-scale':
      return (
        <Row>
          <MerchantableChoice m={m} />
        </Row>
      );
    case 'lean':
      return (
        <Row label="Leans">
          {(['eye', 'away', 'side'] as const).map((to) => (
            <Choice key={to} label={TOWARD[to]} on={m.leanTo === to} pick={() => m.setHand((p) => ({ ...p, leanTo: to }))} />
          ))}
        </Row>
      );
    default:
      if (STEPS[step].often) return <Often m={m} texts={STEPS[step].often} />;
      return STEPS[step].unit || m.shoots ? <LengthChips m={m} step={step} /> : <AngleChips m={m} step={step} />;
  }
});

/** What is often typed at a step, to be tapped. */
function Often({ m, texts }: { m: HeightChipsModel; texts: readonly string[] }) {
  return (
    <Row>
      <MethodChoice m={m} />
      {texts.map((t) => (
        <Choice key={t} label={t.includes(':') ? t : `${t}°`} on={m.text === t} pick={() => m.type(t)} />
      ))}
    </Row>
  );
}

function LengthChips({ m, step }: { m: HeightChipsModel; step: StepId }) {
  const { kept, prefs, choose } = m;
  const read = m.empty && kept && 'unit' in kept ? kept : null;
  if (STEPS[step].unit === 'diameter') {
    const units: readonly LengthUnit[] = ['cm', 'in'];
    return (
      <Row>
        <MethodChoice m={m} />
        <Units m={m} units={units} on={read?.unit ?? tapeUnits(prefs).diameter} pick={(u) => choose({ diameterUnit: u })} />
      </Row>
    );
  }
  const shots = m.shoots && step !== 'mark';
  return (
    <Row>
      <MethodChoice m={m} />
      {shots && <Choice label="laser" on={prefs.shooter === 'laser'} pick={() => choose({ shooter: 'laser' })} />}
      {shots && <Choice label="ultrasonic" on={prefs.shooter === 'ultrasonic'} pick={() => choose({ shooter: 'ultrasonic' })} />}
      {m.shoots && (step === 'mark' || prefs.shooter === 'ultrasonic') && <Warmth m={m} />}
      <Units m={m} units={['m', 'ft']} on={read?.unit ?? tapeUnits(prefs).length} pick={(u) => choose({ lengthUnit: u })} />
    </Row>
  );
}

/** How warm it is, where ultrasound measures. */
function Warmth({ m }: { m: HeightChipsModel }) {
  return (
    <label className="chip min-w-0 flex-1 gap-1 px-1">
      <input
        className="figure w-7 min-w-0 bg-transparent text-right outline-offset-2"
        inputMode="numeric"
        aria-label="warmth of the air, °C"
        placeholder="–"
        maxLength={5}
        defaultValue={m.prefs.celsius ?? ''}
        onChange={(e) => m.choose({ celsius: celsiusOf(e.target.value) })}
      />
      °C
    </label>
  );
}

const WAYS: Readonly<Record<DistanceWay, string>> = {
  tape: 'tape',
  paces: 'paces',
  laser: 'laser',
  ultrasonic: 'ultrasonic',
  'fixed-base': 'rangefinder',
};

function DistanceChips({ m }: { m: HeightChipsModel }) {
  const { kept, prefs, choose } = m;
  const read = m.empty && (kept?.kind === 'distance' || kept?.kind === 'paces') ? kept : null;
  const along = read?.along ?? prefs.along;
  const to = read?.to ?? prefs.to;
  const bark = to === 'bark';
  const own = prefs.by === 'tape' || prefs.by === 'paces';
  return (
    <Row>
      <select
        aria-label="how the distance is found"
        className="chip min-w-0 flex-[1.3] px-1"
        value={prefs.by}
        onChange={(e) => {
          const chosen = e.target.value;
          if (isMethod(chosen)) return m.measureBy(chosen);
          const by = chosen as DistanceWay;
          const sight = by !== 'tape' && by !== 'paces';
          m.setHand((p) => ({ ...p, text: '' }));
          choose({ by, along: sight ? 'sight' : along === 'sight' ? 'level' : along });
        }}
      >
        {([...DISTANCE_TOOLS, 'paces'] as const).map((by) => (
          <option key={by} value={by}>
            {WAYS[by]}
          </option>
        ))}
        {!m.started && (
          <optgroup label="or another way to the height">
            {MEASURE_METHODS.filter((way) => way !== m.method).map((way) => (
              <option key={way} value={way}>
                {METHODS[way].name}
              </option>
            ))}
          </optgroup>
        )}
      </select>
      {own && <Choice label="level" on={along === 'level'} pick={() => choose({ along: 'level' })} />}
      {own ? (
        <Choice label="slope" name="along the slope" on={along === 'slope'} pick={() => choose({ along: 'slope' })} />
      ) : (
        <Choice
          label="sight"
          name="along the line of sight"
          on={along === 'sight'}
          pick={() => choose({ along: along === 'sight' ? 'level' : 'sight' })}
        />
      )}
      <Choice label="bark" name="to the bark" on={bark} pick={() => choose({ to: bark ? 'axis' : 'bark' })} />
      {prefs.by === 'ultrasonic' && <Warmth m={m} />}
      {prefs.by !== 'paces' && (
        <Units
          m={m}
          units={['m', 'ft']}
          on={(read?.kind === 'distance' ? read.unit : null) ?? tapeUnits(prefs).length}
          pick={(u) => choose({ lengthUnit: u })}
        />
      )}
    </Row>
  );
}

const isMethod = (chosen: string): chosen is MeasureMethod => (MEASURE_METHODS as readonly string[]).includes(chosen);

const FIXED = [15, 20, 25, 30, 40, 50];

function AngleChips({ m, step }: { m: HeightChipsModel; step: StepId }) {
  const { kept, prefs, choose } = m;
  const read = m.empty && kept?.kind === 'angle' ? kept : null;
  const scale: AngleScale = read ? scaleOfReading(read, prefs.scale) : prefs.scale;
  if (m.method === 'included-angle' && (step === 'tip' || step === 'crown-base' || step === 'merchantable')) {
    return (
      <Row>
        <span className="self-center text-plain text-soft">Degrees between base and target, on the protractor.</span>
      </Row>
    );
  }
  return (
    <Row>
      <MethodChoice m={m} />
      {m.method === 'two-sights' && step === 'base' && (
        <Choice label="mark" name="the base is hidden: sight a mark" on={false} pick={() => lower(m, 'mark')} />
      )}
      {m.method === 'two-sights' && step === 'mark' && (
        <Choice label="base" name="sight the base itself" on={false} pick={() => lower(m, 'base')} />
      )}
      {step === 'merchantable' && <MerchantableChoice m={m} />}
      <Choice label="°" name="degrees" on={scale.kind === 'degree'} pick={() => choose({ scale: { kind: 'degree' } })} />
      <Choice label="%" name="percent" on={scale.kind === 'percent'} pick={() => choose({ scale: { kind: 'percent' } })} />
      <Choice label="66" name="topographic, 66" on={scale.kind === 'topographic'} pick={() => choose({ scale: { kind: 'topographic' } })} />
      <select
        aria-label="a scale drawn for one distance, or a dial"
        className="chip min-w-0 flex-1 px-1"
        data-on={scale.kind === 'fixed' || scale.kind === 'dial'}
        value={otherScale(scale)}
        onChange={(e) => choose({ scale: scaleNamed(e.target.value) })}
      >
        <option value="" disabled>
          20 …
        </option>
        {[...new Set([...FIXED, ...(scale.kind === 'fixed' ? [scale.distance] : [])])].map((d) => (
          <option key={d} value={d}>
            {d} m
          </option>
        ))}
        {DIALS.map(([name, label]) => (
          <option key={name} value={name}>
            {label}
          </option>
        ))}
      </select>
    </Row>
  );
}

/** Protractors: what they read when level, and which way they grow. */
const DIALS = [
  ['dial 90 up', 'dial, 90 level, grows up'],
  ['dial 90 down', 'dial, 90 level, grows down'],
  ['dial 0 up', 'dial, 0 level'],
  ['dial 180 up', 'dial, 180 level, grows up'],
  ['dial 180 down', 'dial, 180 level, grows down'],
] as const;

const otherScale = (s: AngleScale) => (s.kind === 'fixed' ? s.distance : s.kind === 'dial' ? `dial ${s.level} ${s.grows}` : '');
function scaleNamed(name: string): AngleScale {
  const dial = /^dial (\d+) (up|down)$/.exec(name);
  return dial ? { kind: 'dial', level: Number(dial[1]), grows: dial[2] as 'up' | 'down' } : { kind: 'fixed', distance: Number(name) };
}

function scaleOfReading(
  read: { scale: AngleScale['kind']; scaleDistance?: number; level?: number; grows?: 'up' | 'down' },
  own: AngleScale,
): AngleScale {
  if (read.scale === 'fixed') return { kind: 'fixed', distance: read.scaleDistance ?? 20 };
  if (read.scale === 'dial') return read.level !== undefined && read.grows ? { kind: 'dial', level: read.level, grows: read.grows } : own;
  return { kind: read.scale };
}

/** Before anything is read of a determination its method can be chosen; afterwards another one begins a new one. */
function MethodChoice({ m }: { m: HeightChipsModel }) {
  if (m.started || !m.empty) return null;
  return <MethodSelect m={m} className="chip min-w-0 flex-[1.4] px-1" short />;
}

function lower(m: HeightChipsModel, to: 'base' | 'mark') {
  m.setHand((p) => ({ ...p, lower: to, at: to, text: '' }));
}

function MerchantableChoice({ m }: { m: HeightChipsModel }) {
  const to = (step: 'logs' | 'merchantable' | 'log-scale') => m.setHand((p) => ({ ...p, merchantable: step, at: step, text: '' }));
  return (
    <>
      <Choice label="logs" name="count the logs" on={m.step === 'logs'} pick={() => to('logs')} />
      {m.step !== 'merchantable' && (
        <Choice label="scale" name="logs on a stick’s log scale" on={m.step === 'log-scale'} pick={() => to('log-scale')} />
      )}
      <Choice label="sight" name="sight the merchantable top" on={m.step === 'merchantable'} pick={() => to('merchantable')} />
    </>
  );
}
