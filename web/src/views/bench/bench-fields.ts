import { metresPerLength, type Reading, toMetres, type UnitSystem } from '@arbolito/core';
import type { StepId } from '../../methods/step';
import { STEPS } from '../../methods/steps';

/** One number of a reading, as it stands on the bench. */
export interface BenchField {
  readonly key: string;
  readonly label: string;
  readonly unit: string;
  /** As shown: what would be read, or what was typed. */
  readonly text: string;
  readonly changed: boolean;
  /** What was typed and is no number. */
  readonly wrong: string | null;
}
interface Spec {
  readonly key: string;
  readonly label: string;
  readonly unit: string;
  readonly value: number;
  readonly decimals: number;
  readonly set: (r: Reading, value: number) => Reading;
}

const stepOf = (r: Reading): StepId => {
  if (r.kind === 'angle' || r.kind === 'shot') return (r.station === 'far' ? `far-${r.target}` : r.target) as StepId;
  if (r.kind === 'device-height') return 'device';
  if (r.kind === 'from-eye') return r.target === 'tip' ? 'above-below' : 'below';
  if (r.kind === 'direct-height') return 'direct';
  return r.kind === 'diameter' ? 'dbh' : (r.kind as StepId);
};

/** The numbers of one reading; lengths in the bench's units. */
function specsOf(r: Reading, i: number, us: boolean): readonly Spec[] {
  const per = metresPerLength(us ? 'us' : 'metric');
  const title = r.kind === 'diameter' ? 'Diameter' : STEPS[stepOf(r)].title;
  const unit = us ? 'ft' : 'm';
  const spec = (prop: string, label: string, u: string, value: number, decimals: number, set: Spec['set']): Spec => ({
    key: `${i}:${prop}`,
    label,
    unit: u,
    value,
    decimals,
    set,
  });
  /** A length kept in its own unit and shown in the bench's. */
  const long = (prop: string, label: string): Spec => {
    const own = (r as unknown as Record<string, number>)[prop] ?? 0;
    const whole = 'unit' in r ? toMetres(own, r.unit) : own;
    const back = own === 0 ? 1 : whole / own;
    return spec(prop, label, unit, whole / per, 2, (x, v) => ({ ...x, [prop]: (v * per) / back }) as Reading);
  };
  const plain = (prop: string, label: string, u: string, decimals = 1): Spec =>
    spec(prop, label, u, (r as unknown as Record<string, number>)[prop] ?? 0, decimals, (x, v) => ({ ...x, [prop]: v }) as Reading);
  switch (r.kind) {
    case 'diameter':
      return [
        us ? spec('value', title, 'in', r.value / 2.54, 1, (x, v) => ({ ...x, value: v * 2.54 }) as Reading) : plain('value', title, 'cm'),
      ];
    case 'angle':
      return [plain('value', title, r.scale === 'degree' ? '°' : '%')];
    case 'shot':
      return [long('value', title), plain('elevation', `${title}, angle`, '°')];
    case 'stick':
      return [
        us
          ? spec('value', title, 'in', r.value / 2.54, 2, (x, v) => ({ ...x, value: v * 2.54 }) as Reading)
          : plain('value', title, 'cm', 1),
        spec(
          'reach',
          'Reach',
          us ? 'in' : 'cm',
          ((r.reach ?? 0) * 100) / (us ? 2.54 : 1),
          1,
          (x, v) => ({ ...x, reach: (v * (us ? 2.54 : 1)) / 100 }) as Reading,
        ),
      ];
    case 'reference-shadow':
      return [long('height', 'Staff'), long('value', 'Its shadow')];
    case 'set-angle':
      return [plain('rise', 'Set angle, rise', ''), plain('run', 'to run', '')];
    case 'device-height':
    case 'from-eye':
      return [
        long('value', title),
        spec(
          'setDistance',
          'Distance set in it',
          unit,
          (r.setDistance ?? 0) / per,
          1,
          (x, v) => ({ ...x, setDistance: v * per }) as Reading,
        ),
      ];
    case 'lean':
      return [plain('value', title, '°')];
    case 'crown':
      return [long('halfWidth', 'Crown, out'), long('depth', 'Crown, up to the tip')];
    case 'trunk':
    case 'optical-diameter':
      return [];
    default:
      return [long('value', title)];
  }
}

const number = (text: string): number | null => {
  const t = text.trim().replace(',', '.').replace('−', '-');
  return /^[+-]?(\d+\.?\d*|\.\d+)$/.test(t) ? Number(t) : null;
};

/** Every number on the bench, in the order it is read. */
export function fieldsOf(readings: readonly Reading[], units: UnitSystem, typed: Readonly<Record<string, string>>): readonly BenchField[] {
  return readings.flatMap((r, i) =>
    specsOf(r, i, units === 'us').map((s): BenchField & { readonly spec: Spec } => {
      const text = typed[s.key];
      const wrong = text !== undefined && number(text) === null ? `“${text.trim()}” is not a number.` : null;
      return {
        key: s.key,
        label: s.label,
        unit: s.unit,
        text: text ?? String(Number(s.value.toFixed(s.decimals))),
        changed: text !== undefined && wrong === null,
        wrong,
        spec: s,
      };
    }),
  );
}

/** The readings with what was typed in place of what would be read. */
export function withTyped(readings: readonly Reading[], fields: readonly BenchField[]): readonly Reading[] {
  return readings.map((r, i) => {
    let changed = r;
    for (const f of fields as readonly (BenchField & { readonly spec: Spec })[]) {
      if (f.changed && f.key.startsWith(`${i}:`)) changed = f.spec.set(changed, number(f.text) as number);
    }
    return changed;
  });
}
