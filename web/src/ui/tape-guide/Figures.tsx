import {
  forkSwell,
  fromMetres,
  type LengthUnit,
  metres,
  type ProtocolOptions,
  parseLength,
  showPom,
  TRUNK_LIMITS,
  type Trunk,
  thicknessOf,
  type Zone,
} from '@arbolito/core';
import { useState } from 'react';
import { moved, without, withoutZone, withZone, type ZoneField } from './situations';

const LEANS = ['downhill', 'uphill', 'across'] as const;

interface Props {
  readonly trunk: Trunk;
  readonly protocol: ProtocolOptions;
  /** Thickness as measured, metres; until then somebody may say it. */
  readonly diameter: number | null;
  readonly onChange: (trunk: Trunk) => void;
}

/** The figures of what is said: each a number to type or to step, in the units of the survey. */
export function Figures({ trunk, protocol, diameter, onChange }: Props) {
  const length = (label: string, value: number, set: (h: number) => void) => (
    <Stepper key={label} label={label} kind="length" value={value} units={protocol.units} onSet={set} />
  );
  const angle = (label: string, value: number, most: number, set: (a: number) => void) => (
    <Stepper key={label} label={label} kind="angle" value={value} most={most} units={protocol.units} onSet={set} />
  );
  const { slope, lean, fork, stems, buttSwell, vines, snow } = trunk;
  const thick = diameter === null && ((slope ?? 0) > 0 || (lean?.angle ?? 0) > 0);
  const rows = [
    slope ? angle('Slope', slope, 60, (a) => onChange({ ...trunk, slope: a })) : null,
    lean ? angle('Lean', lean.angle, 75, (a) => onChange({ ...trunk, lean: { ...lean, angle: a } })) : null,
    lean && slope ? (
      <Choose
        key="toward"
        label="It hangs"
        options={LEANS}
        on={lean.toward}
        pick={(toward) => onChange({ ...trunk, lean: { ...lean, toward } })}
      />
    ) : null,
    ...zones('Swelling', 'swelling', 'swellings', trunk.swellings),
    fork ? length('Fork at', fork.height, (h) => onChange(moved(trunk, 'fork:height', h))) : null,
    fork && fork.height > 0.3
      ? length('Swelling of the fork from', Math.max(0.02, forkSwell(fork, thicknessOf(trunk, diameter))), (h) =>
          onChange({ ...trunk, fork: { ...fork, swellFrom: Math.min(h, fork.height) } }),
        )
      : null,
    (stems ?? 1) > 1 || fork ? (
      <Stepper
        key="stems"
        label="Stems"
        kind="count"
        value={stems ?? 2}
        units={protocol.units}
        onSet={(n) => onChange(n > 1 ? { ...trunk, stems: n } : without(trunk, 'stems'))}
      />
    ) : null,
    buttSwell ? length('Butt swell ends at', buttSwell.end, (h) => onChange({ ...trunk, buttSwell: { end: h } })) : null,
    ...zones('Branches', 'branches', 'lowBranches', trunk.lowBranches),
    vines ? (
      <Choose key="vines" label="Vines" options={['movable', 'fixed']} on={vines} pick={(v) => onChange({ ...trunk, vines: v })} />
    ) : null,
    snow ? length('Depth', snow, (h) => onChange({ ...trunk, snow: Math.min(5, h) })) : null,
    thick ? length('About how thick', thicknessOf(trunk, null), (d) => onChange({ ...trunk, diameter: d })) : null,
  ].filter(Boolean);

  function zones(name: string, handle: string, field: ZoneField, list: readonly Zone[] | undefined) {
    const set = (i: number, change: (z: Zone) => Zone) =>
      onChange({ ...trunk, [field]: (list ?? []).map((z, j) => (i === j ? change(z) : z)) });
    const numbered = (list?.length ?? 0) > 1;
    const rows = (list ?? []).flatMap((z, i) => {
      const above = `Just above ${numbered ? `${name.toLowerCase()} ${i + 1}` : 'it'}`;
      return [
        length(`${name}${numbered ? ` ${i + 1}` : ''} from`, z.from, (h) => onChange(moved(trunk, `${handle}:${i}:from`, h))),
        length(`${name}${numbered ? ` ${i + 1}` : ''} to`, z.to, (h) => onChange(moved(trunk, `${handle}:${i}:to`, h))),
        length(numbered ? `Narrowest below ${i + 1}` : 'Narrowest below it', z.narrowestBelow ?? z.from, (h) =>
          set(i, (y) => ({ ...y, narrowestBelow: Math.min(h, y.from) })),
        ),
        <Choose
          key={above}
          label={above}
          options={['normal', 'no better']}
          on={z.worseAbove ? 'no better' : 'normal'}
          pick={(v) => set(i, ({ worseAbove: _, ...y }) => (v === 'normal' ? y : { ...y, worseAbove: true }))}
        />,
      ];
    });
    if (!list?.length) return rows;
    return [
      ...rows,
      <div key={`${name} more`} className="flex justify-end gap-1.5">
        {numbered && (
          <button type="button" className="chip px-3" onClick={() => onChange(withoutZone(trunk, field, list.length - 1))}>
            without {list.length}
          </button>
        )}
        <button
          type="button"
          className="chip px-3"
          disabled={list.length >= TRUNK_LIMITS.zones}
          onClick={() => onChange(withZone(trunk, field))}
        >
          {field === 'swellings' ? 'another swelling' : 'more branches'}
        </button>
      </div>,
    ];
  }
  if (rows.length === 0) return null;
  return <div className="flex flex-col gap-1.5">{rows}</div>;
}

interface StepperProps {
  readonly label: string;
  readonly kind: 'length' | 'angle' | 'count';
  readonly value: number;
  readonly most?: number;
  readonly units: ProtocolOptions['units'];
  readonly onSet: (value: number) => void;
}

function Stepper({ label, kind, value, most = 99, units, onSet }: StepperProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const unit: LengthUnit = units === 'us' ? 'ft' : 'm';
  const shown = kind === 'length' ? showPom(metres(value), units) : kind === 'angle' ? `${value}°` : String(value);
  const parse = (text: string): number | null => {
    if (kind === 'length') {
      const length = parseLength(text, unit);
      return length.ok && length.metres > 0 && length.metres <= 20 ? length.metres : null;
    }
    const n = Number(text.replace(',', '.').replace('°', '').trim());
    return Number.isFinite(n) && n >= 1 && n <= most ? (kind === 'count' ? Math.round(n) : n) : null;
  };
  const bad = typed !== null && parse(typed) === null;
  const settle = () => {
    const n = typed === null ? null : parse(typed);
    if (n !== null) onSet(n);
    setTyped(null);
  };
  const step = (by: number) => {
    const metre = units === 'us' ? 0.1 / fromMetres(metres(1), 'ft') : 0.05;
    const n = kind === 'length' ? Math.max(0.02, Math.round((value + by * metre) * 1000) / 1000) : Math.min(most, Math.max(1, value + by));
    onSet(n);
  };
  return (
    <div className="flex items-center gap-1.5">
      <span className="min-w-0 flex-1 text-plain leading-tight">{label}</span>
      <button type="button" className="chip" aria-label={`${label}: less`} onClick={() => step(-1)}>
        −
      </button>
      <input
        aria-label={label}
        aria-invalid={bad}
        inputMode="decimal"
        autoComplete="off"
        className={`figure min-h-12 w-[5.4rem] rounded-[8px] border-[1.5px] bg-field px-2 text-center text-base ${bad ? 'border-berry text-berry' : 'border-edge'}`}
        value={typed ?? shown}
        onFocus={(e) => e.currentTarget.select()}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={settle}
        onKeyDown={(e) => {
          if (e.key !== 'Enter') return;
          e.preventDefault();
          e.stopPropagation();
          e.currentTarget.blur();
        }}
      />
      <button type="button" className="chip" aria-label={`${label}: more`} onClick={() => step(1)}>
        +
      </button>
    </div>
  );
}

function Choose<T extends string>({ label, options, on, pick }: { label: string; options: readonly T[]; on: T; pick: (v: T) => void }) {
  return (
    <fieldset className="flex items-center gap-1.5">
      <legend className="sr-only">{label}</legend>
      <span aria-hidden="true" className="min-w-0 flex-1 text-plain">
        {label}
      </span>
      {options.map((o) => (
        <button key={o} type="button" className="chip px-2" aria-pressed={on === o} onClick={() => pick(o)}>
          {o}
        </button>
      ))}
    </fieldset>
  );
}
