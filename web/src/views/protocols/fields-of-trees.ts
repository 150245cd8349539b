import { type ProtocolOptions, TREE_QUESTIONS, TREE_STATUSES, USUALLY_COUNTED } from '@arbolito/core';
import { type Option, type OptionField, one } from './option-field';
import { parseQuestions, parseYoung, sayQuestions, sayYoung } from './said-questions';

const spelt = (word: string) => word.replaceAll('-', ' ');

/** A list of which each may be on or off, in the order of all there are. */
const toggles = <T extends string>(
  all: readonly T[],
  on: readonly T[],
  set: (on: readonly T[]) => Partial<ProtocolOptions>,
  atLeast = 0,
): OptionField => ({
  kind: 'toggles',
  toggles: all.map((one) => {
    const next = all.filter((other) => (other === one ? !on.includes(one) : on.includes(other)));
    return { label: spelt(one), on: on.includes(one), change: next.length < atLeast ? null : set(next) };
  }),
});

/** What is asked of every tree and plot beside what is measured: options that no school decides. */
export const FIELDS_OF_TREES = {
  distanceAt: () => [
    one('distanceAt', [
      ['breast-height', 'breast height'],
      ['ground', 'the ground'],
    ]),
  ],
  deadwood: () => [
    one('deadwood', [
      [true, 'measured'],
      [false, 'not'],
    ]),
  ],
  tally: (p) => [
    {
      kind: 'choice',
      choices: [
        ...(p.classWidth === null ? [] : [false, true]).map((byClass) => ({
          label: byClass ? 'by class' : 'by diameter',
          change: { tally: { ...p.tally, byClass } },
        })),
      ],
    },
    {
      kind: 'choice',
      choices: (['logs', 'height', null] as const).map((second) => ({
        label: second === null ? 'either, by its size' : `then ${second}`,
        change: { tally: { byClass: p.tally?.byClass ?? false, second } },
      })),
    },
  ],
  countedStatuses: (p) => [toggles(TREE_STATUSES, p.countedStatuses ?? USUALLY_COUNTED, (countedStatuses) => ({ countedStatuses }), 1)],
  asks: (p) => [toggles(TREE_QUESTIONS, p.asks ?? [], (asks) => ({ asks }))],
  ownFields: (p) => [
    {
      kind: 'said',
      label: 'questions',
      hint: 'condition: good, fair, poor; nests: 0 to 9; hollow?; remarks',
      value: sayQuestions(p.ownFields ?? []),
      read: (text) => {
        const read = parseQuestions(text);
        return read.ok ? { ok: true, change: { ownFields: read.value } } : read;
      },
    },
  ],
  regeneration: (p) => [
    {
      kind: 'said',
      label: 'radius and classes',
      hint: '2 m: under 1.3 m, over 1.3 m',
      value: sayYoung(p.regeneration),
      read: (text) => {
        const read = parseYoung(text, p.units === 'us' ? 'ft' : 'm');
        return read.ok ? { ok: true, change: { regeneration: read.value } } : read;
      },
    },
  ],
} satisfies Partial<Record<Option, (p: ProtocolOptions) => readonly OptionField[]>>;
