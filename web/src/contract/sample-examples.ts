/** Requests of derive that ask whether trees are in a sample. */
export const SAMPLE_EXAMPLES: Readonly<Record<string, unknown>> = {
  'in or out of nested circles on a slope, near an edge': {
    preset: 'forest-metric',
    sample: {
      rule: {
        kind: 'nested',
        circles: [
          { from: 0.07, radius: 3.99 },
          { from: 0.15, radius: 7.98 },
          { from: 0.3, radius: 12.62 },
        ],
      },
      slope: 20,
      downhill: 145,
      plan: {
        centre: { x: 20, y: 8 },
        outline: {
          corners: [
            { x: 0, y: 0 },
            { x: 200, y: 0 },
            { x: 200, y: 150 },
            { x: 0, y: 150 },
          ],
        },
      },
    },
    trees: [
      {
        id: 'thick, toward the edge',
        readings: [{ kind: 'diameter', tool: 'diameter-tape', value: 41.2, unit: 'cm' }],
        place: { value: 6.1, unit: 'm', along: 'ground', to: 'bark', by: 'tape', bearing: 170 },
      },
      {
        id: 'out',
        readings: [{ kind: 'diameter', tool: 'diameter-tape', value: 18.3, unit: 'cm' }],
        place: { value: 9.2, unit: 'm', along: 'level', to: 'axis', by: 'laser', bearing: 20 },
      },
    ],
  },
  'a point': {
    preset: 'timber-us',
    sample: { rule: { kind: 'point', factor: 10, units: 'us' } },
    trees: [
      {
        id: 'doubtful',
        readings: [{ kind: 'diameter', tool: 'diameter-tape', value: 14, unit: 'in' }],
        place: { value: 38.3, unit: 'ft', along: 'sight', elevation: 4, to: 'axis', by: 'ultrasonic', sigma: 0.1 },
      },
    ],
  },
  'a rectangle, by bearing': {
    preset: 'forest-metric',
    sample: { rule: { kind: 'rectangle', width: 25, length: 20, axis: 164 } },
    trees: [
      {
        id: 'in, its bearing decides',
        readings: [{ kind: 'diameter', tool: 'diameter-tape', value: 41.2, unit: 'cm' }],
        place: { value: 13.1, unit: 'm', along: 'level', to: 'axis', by: 'laser', bearing: 109 },
      },
      {
        id: 'by eye',
        readings: [{ kind: 'diameter', tool: 'estimate', value: 30, unit: 'cm' }],
        place: { value: 10, unit: 'm', along: 'level', to: 'axis', by: 'eye', bearing: 344 },
      },
    ],
  },
  'a strip: distances lie square off its line': {
    preset: 'timber-us',
    sample: { rule: { kind: 'strip', width: 20.1168, length: 402.336 } },
    trees: [
      {
        id: 'just in',
        readings: [{ kind: 'diameter', tool: 'diameter-tape', value: 17.3, unit: 'in' }],
        place: { value: 32.9, unit: 'ft', along: 'level', to: 'axis', by: 'tape' },
      },
    ],
  },
};
