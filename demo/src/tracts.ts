import { metres } from '@arbolito/core';
import type { Tract } from './tract';

/** Centres on a grid that begins somewhere, walked up and down, where they fall into a ring. */
function grid(spacing: number, [x0, y0]: readonly [number, number], columns: number, rows: number): readonly (readonly [number, number])[] {
  return Array.from({ length: columns * rows }, (_, i) => {
    const column = Math.floor(i / rows);
    const row = column % 2 === 0 ? i % rows : rows - 1 - (i % rows);
    return [x0 + column * spacing, y0 + row * spacing] as const;
  });
}

/** Pinewood above a stream: three strata, a pool left out, circles in one another. */
export const UMBRIO_TRACT: Tract = {
  rule: {
    kind: 'nested',
    circles: [
      { from: metres(0.07), radius: metres(3.99) },
      { from: metres(0.15), radius: metres(7.98) },
      { from: metres(0.3), radius: metres(12.62) },
    ],
  },
  design: {
    rule: {
      kind: 'nested',
      circles: [
        { from: 0.07, radius: 3.99 },
        { from: 0.15, radius: 7.98 },
        { from: 0.3, radius: 12.62 },
      ],
    },
    north: 'magnetic',
    declination: 0.4,
    planned: 38,
    goal: 8,
  },
  declination: 0.4,
  corner: [-4.2071, 40.4012],
  strata: [
    {
      name: 'North slope',
      rings: [
        [
          [0, 240],
          [330, 215],
          [350, 480],
          [190, 530],
          [20, 470],
        ],
      ],
    },
    {
      name: 'Hollow',
      rings: [
        [
          [330, 215],
          [640, 190],
          [690, 420],
          [560, 520],
          [350, 480],
        ],
        [
          [520, 330],
          [560, 320],
          [575, 360],
          [535, 372],
        ],
      ],
    },
    {
      name: 'Sunny side',
      rings: [
        [
          [0, 240],
          [30, 20],
          [420, 0],
          [640, 60],
          [640, 190],
          [330, 215],
        ],
      ],
    },
  ],
  // every 86 m, some a few metres from an edge
  centres: grid(86, [45, 42], 8, 6)
    .filter(([x, y]) => !(y > 470 || (y > 430 && x > 550) || (x > 640 && y > 400) || (x > 640 && y < 200) || (x > 560 && y < 50)))
    .slice(0, 36),
  stemsPerHectare: 830,
  countOnly: null,
  ground: [
    [17, 20],
    [6, 300],
    [12, 185],
  ],
  states: {
    23: { state: 'not-reached', reason: 'wasps in the thicket' },
    31: { state: 'to-redo', reason: 'the tape lay over the wall' },
    35: { state: 'found' },
    36: { state: 'found' },
  },
  called: {
    36: [
      { code: 'PS', diameter: 34.2, height: 17.5, at: [12, 6.4] },
      { code: 'PS', diameter: 28.7, at: [48, 5.1] },
      { code: 'PS', diameter: 41, at: [95, 10.8] },
      { code: 'FS', diameter: 22.4, height: 14, at: [130, 4.2] },
      { code: 'PS', diameter: 18, count: 3 },
      { code: 'QP', diameter: 26.3, at: [211, 7.7] },
      { code: 'PS', diameter: 36.6, at: [262, 11.9] },
      { code: 'QP', diameter: 12, count: 2 },
      { code: 'PS', diameter: 31.4, at: [318, 12.5] },
    ],
  },
  faults: {
    '7 4': 'by-eye',
    '9 6': 'decimal-slipped',
    '12 3': 'no-species',
    '14 8': 'tag-twice',
    '18 5': 'girth-as-diameter',
    '26 9': 'by-eye',
  },
};

/** Forty acres between a creek and a county road: points of 20 ft²/acre, on some of them trees are only counted. */
export const TANSY_TRACT: Tract = {
  rule: { kind: 'point', factor: 20, units: 'us' },
  design: { rule: { kind: 'point', factor: 20, units: 'us' }, north: 'true', planned: 28, goal: 15, confidence: 90 },
  declination: null,
  corner: [-92.4118, 34.2307],
  strata: [
    {
      name: 'Bottom land',
      rings: [
        [
          [0, 0],
          [205, -25],
          [215, 390],
          [0, 402],
        ],
      ],
    },
    {
      name: 'Ridge',
      rings: [
        [
          [205, -25],
          [402, 0],
          [410, 200],
          [402, 402],
          [215, 390],
        ],
      ],
    },
  ],
  centres: grid(96, [52, 40], 4, 4)
    .concat(grid(96, [100, 88], 3, 4))
    .filter(([, y]) => y < 385),
  stemsPerHectare: 240,
  countOnly: { from: 7, every: 2 },
  ground: [
    [0, 0],
    [7, 110],
  ],
  states: { 27: { state: 'found' }, 28: { state: 'planned' } },
  faults: { '8 2': 'by-eye', '14 3': 'no-species' },
};
