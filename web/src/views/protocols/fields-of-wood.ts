import { type LengthUnit, PRESETS, type ProtocolOptions } from '@arbolito/core';
import type { OptionField } from './option-field';

/** Products that are usual under a system of units, the thickest first. */
const PRODUCTS = {
  us: PRESETS['timber-us'].options.products ?? [],
  metric: [
    { product: 'sawlog', from: 0.3 },
    { product: 'small sawlog', from: 0.2 },
    { product: 'pulpwood', from: 0.1 },
  ],
} as const;

/** Which classes of products there are, and from which diameter on each. */
export function productFields(p: ProtocolOptions): readonly OptionField[] {
  const list = p.products ?? [];
  const usual = PRODUCTS[p.units];
  const counts = [...new Set([0, 1, 2, usual.length, list.length, list.length + 1])].sort((a, b) => a - b);
  const first = (n: number) => Array.from({ length: n }, (_, i) => list[i] ?? usual[i] ?? { product: `product ${i + 1}`, from: 0.05 });
  return [
    {
      kind: 'choice',
      choices: counts.map((n) => ({
        label:
          n === 0
            ? 'none'
            : first(n)
                .map((c) => c.product)
                .join(', '),
        change: { products: first(n) },
      })),
    },
    ...list.flatMap((c, i): readonly OptionField[] => {
      const set = (change: Partial<typeof c>) => ({ products: list.map((o, k) => (k === i ? { ...o, ...change } : o)) });
      return [
        {
          kind: 'name',
          label: `name of class ${i + 1}`,
          value: c.product,
          taken: list.flatMap((o, k) => (k === i ? [] : [o.product])),
          set: (product) => set({ product }),
        },
        { kind: 'number', label: `${c.product} from`, value: c.from, unit: p.units === 'us' ? 'in' : 'cm', set: (from) => set({ from }) },
      ];
    }),
  ];
}

/** To which thin ends a stem is merchantable, and how its logs are cut. */
export function merchantableFields(p: ProtocolOptions, m: NonNullable<ProtocolOptions['merchantable']>): readonly OptionField[] {
  const set = (change: Partial<typeof m>): Partial<ProtocolOptions> => ({ merchantable: { ...m, ...change } });
  const [thin, long] = p.units === 'us' ? (['in', 'ft'] as const) : (['cm', 'm'] as const);
  const { logs } = m;
  return [
    ...m.tops.map(
      (t, i): OptionField => ({
        kind: 'number',
        label: `top of ${t.product}`,
        value: t.diameter,
        unit: thin,
        set: (diameter) => set({ tops: m.tops.map((o, k) => (k === i ? { ...o, diameter } : o)) }),
      }),
    ),
    ...(logs
      ? [
          {
            kind: 'number' as const,
            label: 'log length',
            value: logs.length,
            unit: long,
            set: (length: number) => set({ logs: { ...logs, length } }),
          },
          { kind: 'number' as const, label: 'trim', value: logs.trim, unit: thin, set: (trim: number) => set({ logs: { ...logs, trim } }) },
          {
            kind: 'choice' as const,
            choices: (['down', 'nearest'] as const).map((oddEnd) => ({
              label: oddEnd === 'down' ? 'odd ends down' : 'odd ends to the nearest',
              change: set({ logs: { ...logs, oddEnd } }),
            })),
          },
        ]
      : []),
  ];
}

export function roundingFields(p: ProtocolOptions): readonly OptionField[] {
  const r = p.diameterRounding;
  const set = (change: Partial<ProtocolOptions['diameterRounding']>): Partial<ProtocolOptions> => ({
    diameterRounding: { ...r, ...change },
  });
  const steps: readonly (readonly [number, LengthUnit])[] = [
    [0.1, 'cm'],
    [1, 'cm'],
    [1, 'mm'],
    [0.1, 'in'],
    [1, 'in'],
    [0.1, 'ft'],
  ];
  return [
    { kind: 'choice', choices: (['diameter', 'circumference'] as const).map((of) => ({ label: of, change: set({ of }) })) },
    { kind: 'choice', choices: steps.map(([step, unit]) => ({ label: `${step} ${unit}`, change: set({ step, unit }) })) },
    {
      kind: 'choice',
      choices: (['nearest', 'down', 'up'] as const).map((direction) => ({ label: direction, change: set({ direction }) })),
    },
  ];
}
