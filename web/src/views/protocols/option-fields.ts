import { formatNumber, type LengthUnit, LOG_RULE_NAMES, LOG_RULES, PRESETS, type ProtocolOptions, parseLength } from '@arbolito/core';
import { ProtocolOptionsInput } from '../../contract/protocol-options';
import { sameValue } from '../../contract/same';
import { checkForm } from '../../ui/contract-form';
import { FIELDS_OF_TREES } from './fields-of-trees';
import { merchantableFields, productFields, roundingFields } from './fields-of-wood';
import { type Option, type OptionChoice, type OptionField, one, type ReadTyped, type TypedField } from './option-field';

/** The fields with which an option of a protocol is edited, in its own units. */
export function fieldsOf(option: Option, p: ProtocolOptions): readonly OptionField[] {
  const length: LengthUnit = p.units === 'us' ? 'ft' : 'm';
  const number = (value: number, set: (v: number) => Partial<ProtocolOptions>): OptionField => ({
    kind: 'number',
    value,
    unit: length,
    set,
  });
  switch (option) {
    case 'units':
      return [
        one('units', [
          ['metric', 'cm and m'],
          ['us', 'inches and feet'],
        ]),
      ];
    case 'breastHeight':
      return [number(p.breastHeight, (breastHeight) => ({ breastHeight }))];
    case 'foundBy':
      return [
        one('foundBy', [
          ['body-mark-or-stick', 'stick or body mark'],
          ['tape-or-stick', 'tape or stick'],
          ['tape', 'tape'],
        ]),
      ];
    case 'groundReference':
      return [
        one('groundReference', [
          ['uphill', 'uphill side'],
          ['mid-slope', 'mid-slope'],
          ['root-flare', 'root flare'],
          ['stump', 'stump'],
        ]),
      ];
    case 'lean':
      return [
        one('lean', [
          ['underside', 'underside'],
          ['axis', 'along the axis'],
        ]),
      ];
    case 'swelling':
      return [
        one('swelling', [
          ['just-above', 'just above'],
          ['just-above-below-if-worse', 'above, below if worse'],
          ['narrowest-below', 'narrowest below'],
          ['mean-above-below', 'mean above and below'],
        ]),
      ];
    case 'lowBranches':
      return [
        one('lowBranches', [
          ['just-above-below-if-worse', 'above, below if worse'],
          ['narrowest-below', 'narrowest below'],
        ]),
      ];
    case 'aboveButtSwell':
      return [number(p.aboveButtSwell, (aboveButtSwell) => ({ aboveButtSwell }))];
    case 'forkLow':
      return [
        {
          kind: 'choice',
          choices: [
            { label: 'all stems', change: { forkLow: { ...p.forkLow, atMost: null } } },
            ...[2, 3, 6].map((n) => ({ label: `${n} largest`, change: { forkLow: { ...p.forkLow, atMost: n } } })),
          ],
        },
        {
          kind: 'choice',
          choices: [
            { label: 'each counts', change: { forkLow: { ...p.forkLow, theTree: 'each' } } },
            { label: 'the largest is the tree', change: { forkLow: { ...p.forkLow, theTree: 'largest' } } },
          ],
        },
      ];
    case 'forkBelowBreastHeight':
      return [
        one('forkBelowBreastHeight', [
          ['separate', 'separate stems'],
          ['one-below-fork', 'one, below the fork'],
          ['one-narrowest-below', 'one, narrowest below'],
        ]),
      ];
    case 'forkAbove':
      return [];
    case 'oneNumber':
      return [
        one('oneNumber', [
          ['none', 'no common number'],
          ['quadratic-sum', 'root of squares'],
          ['arithmetic-mean', 'mean'],
        ]),
      ];
    case 'vines':
      return [
        one('vines', [
          ['off-or-under-else-flag', 'off or under'],
          ['over-and-flag', 'over, flagged'],
        ]),
      ];
    case 'mark':
      return [
        one('mark', [
          ['none', 'none'],
          ['paint', 'paint'],
          ['nothing-that-wounds', 'nothing that wounds'],
        ]),
      ];
    case 'diameterRounding':
      return roundingFields(p);
    case 'classWidth': {
      const unit = p.units === 'us' ? 'in' : 'cm';
      const widths = p.units === 'us' ? [1, 2, 4] : [1, 2, 4, 5, 10];
      return [
        {
          kind: 'choice',
          choices: [
            { label: 'none', change: { classWidth: null } },
            ...widths.map((value) => ({ label: `${value} ${unit}`, change: { classWidth: { value, unit } } as Partial<ProtocolOptions> })),
          ],
        },
      ];
    }
    case 'merchantable':
      return [
        {
          kind: 'choice',
          choices: [
            { label: 'none', change: { merchantable: null } },
            { label: 'to 7 cm, stump 0.2 m', change: { merchantable: PRESETS['forest-metric'].options.merchantable } },
            { label: '16-ft logs', change: { merchantable: PRESETS['timber-us'].options.merchantable } },
          ],
        },
        ...(p.merchantable ? merchantableFields(p, p.merchantable) : []),
        ...(p.merchantable
          ? [
              number(p.merchantable.stumpHeight, (stumpHeight) => ({
                merchantable: p.merchantable && { ...p.merchantable, stumpHeight },
              })),
            ]
          : []),
      ];
    case 'heightSample':
      return [
        one('heightSample', [
          [1, 'every tree'],
          [3, 'one in 3'],
          [5, 'one in 5'],
          [10, 'one in 10'],
          [0, 'none'],
        ]),
      ];
    case 'products':
      return productFields(p);
    case 'formClass':
      return [
        one(
          'formClass',
          [70, 74, 76, 78, 80, 82].map((n) => [n, String(n)] as const),
        ),
      ];
    case 'taperPerLog':
      return [
        one(
          'taperPerLog',
          [1, 1.5, 2, 2.5, 3].map((n) => [n, `${n} in`] as const),
        ),
      ];
    case 'logRule':
      return [
        one(
          'logRule',
          LOG_RULE_NAMES.map((r) => [r, LOG_RULES[r].name] as const),
        ),
      ];
    case 'classNames':
      return [
        one('classNames', [
          ['middle', 'their middle'],
          ['lower-limit', 'their lower limit'],
        ]),
      ];
    case 'heightChoice':
      return [
        one('heightChoice', [
          ['chance', 'by chance'],
          ['first-of-class', 'first of each species and class'],
          ['spread', 'spread over the diameters'],
        ]),
      ];
    case 'smallestDiameter':
      return [
        {
          kind: 'number',
          value: p.smallestDiameter ?? 0,
          unit: p.units === 'us' ? 'in' : 'cm',
          set: (smallestDiameter) => ({ smallestDiameter }),
        },
      ];
    case 'distanceAt':
    case 'deadwood':
    case 'tally':
    case 'countedStatuses':
    case 'asks':
    case 'ownFields':
    case 'regeneration':
      return FIELDS_OF_TREES[option](p);
    case 'determinations':
      return [
        one('determinations', [
          [1, 'once'],
          [2, 'twice'],
          [3, 'three times'],
        ]),
      ];
    case 'heightTolerance':
      return [
        number(p.heightTolerance.absolute, (absolute) => ({ heightTolerance: { ...p.heightTolerance, absolute } })),
        {
          kind: 'choice',
          choices: [
            { label: 'alone', change: { heightTolerance: { ...p.heightTolerance, relative: null } } },
            ...[0.03, 0.05, 0.1].map((relative) => ({
              label: `or ${relative * 100} %`,
              change: { heightTolerance: { ...p.heightTolerance, relative } },
            })),
          ],
        },
      ];
  }
}

/** Whether a choice is how the protocol stands. */
export const isChosen = (choice: OptionChoice, p: ProtocolOptions) =>
  Object.entries(choice.change).every(([key, value]) => sameValue(value, p[key as Option] ?? LEFT_OUT[key as Option] ?? null));

/** What holds of an option that is left out. */
const LEFT_OUT: Partial<ProtocolOptions> = {
  determinations: 1,
  heightSample: 1,
  products: [],
  formClass: 78,
  taperPerLog: 2,
  logRule: 'doyle',
  classNames: 'middle',
  heightChoice: 'chance',
  distanceAt: 'breast-height',
  deadwood: false,
  tally: { byClass: false, second: null },
};

/** What is typed into a field makes of the protocol, where the contract takes it. */
export function readTyped(text: string, field: TypedField, options: ProtocolOptions): ReadTyped {
  if (field.kind === 'name') {
    const name = text.trim();
    if (field.taken.includes(name)) return { ok: false, reason: `Another is called “${name}” already.` };
    return checked(field.set(name), options);
  }
  if (field.kind === 'said') {
    const read = field.read(text);
    return read.ok ? checked(read.change, options) : read;
  }
  const length = parseLength(text, field.unit);
  if (!length.ok) return length;
  const read = checked(field.set(length.metres), options);
  // the contract speaks in metres
  return read.ok || field.unit === 'm'
    ? read
    : { ok: false, reason: `${text.trim()} is ${formatNumber(length.metres, 2)} m. ${read.reason}` };
}

function checked(change: Partial<ProtocolOptions>, options: ProtocolOptions): ReadTyped {
  const { errors } = checkForm(ProtocolOptionsInput, {}, { mean: () => ({ body: { ...options, ...change } }) });
  const refused = (Object.values(errors) as string[])[0];
  return refused === undefined ? { ok: true, change } : { ok: false, reason: refused };
}
