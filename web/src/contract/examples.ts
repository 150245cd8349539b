/** Requests to /api/v1/derive that the description shows; a test posts each of them and mutations of it. */
export const EXAMPLES: Readonly<Record<string, unknown>> = {
  'tape along a slope, angles in degrees': {
    preset: 'forest-metric',
    trees: [
      {
        id: 'tree 7',
        species: { crown: 'conifer', formFactor: 0.46, formFactorSigma: 0.04 },
        readings: [
          { kind: 'diameter', tool: 'diameter-tape', value: 41.3, unit: 'cm' },
          { kind: 'distance', value: 25, unit: 'm', along: 'slope', to: 'axis' },
          { kind: 'angle', target: 'ground', value: -14, scale: 'degree' },
          { kind: 'angle', target: 'tip', value: 35, scale: 'degree' },
          { kind: 'angle', target: 'base', value: -17, scale: 'degree' },
        ],
      },
    ],
  },
  'feet, percent, logs': {
    preset: 'timber-us',
    trees: [
      {
        id: 'T 12',
        species: { crown: 'conifer', formClass: 80, taperPerLog: 2 },
        eyeHeight: 1.65,
        readings: [
          { kind: 'diameter', tool: 'diameter-tape', value: 18, unit: 'in' },
          { kind: 'distance', value: 80, unit: 'ft', along: 'level', to: 'axis' },
          { kind: 'angle', target: 'tip', value: 86, scale: 'percent' },
          { kind: 'angle', target: 'base', value: -7, scale: 'percent' },
          { kind: 'logs', value: 2.5 },
        ],
      },
    ],
  },
  'hidden base, girth, a scale for 20 m': {
    preset: 'monitoring',
    errors: { angle: 0.006 },
    trees: [
      {
        readings: [
          { kind: 'diameter', tool: 'plain-tape', value: 128, unit: 'cm', pom: 1.5 },
          { kind: 'distance', value: 13, unit: 'm', along: 'level', to: 'bark' },
          { kind: 'angle', target: 'tip', value: 27.5, scale: 'fixed', scaleDistance: 20 },
          { kind: 'angle', target: 'mark', value: -1.8, scale: 'fixed', scaleDistance: 20 },
          { kind: 'mark-height', value: 1.3, unit: 'm' },
        ],
      },
    ],
  },
  'a leaning, swollen street tree, where its tape goes and what other schools would do': {
    preset: 'street',
    trees: [
      {
        id: 'harbour 31',
        readings: [
          {
            kind: 'trunk',
            trunk: {
              slope: 12,
              lean: { angle: 14, toward: 'downhill' },
              swellings: [{ from: 1.1, to: 1.6, narrowestBelow: 0.92 }],
              vines: 'fixed',
            },
          },
          { kind: 'diameter', tool: 'estimate', value: 60, unit: 'cm' },
          { kind: 'diameter', tool: 'plain-tape', value: 150, more: [28.5], unit: 'cm' },
        ],
      },
    ],
  },
  'three stems, caliper and stick, remeasured': {
    preset: 'monitoring',
    trees: [
      {
        id: 'P4 12',
        previous: [{ stem: '1', diameter: 0.302, pom: 1.3, years: 5 }],
        readings: [
          { kind: 'trunk', trunk: { fork: { height: 0.2 }, stems: 3 } },
          { kind: 'diameter', tool: 'caliper', value: 31.2, more: [32], unit: 'cm' },
          { kind: 'diameter', tool: 'biltmore-stick', value: 24, more: [23], unit: 'cm', reach: 0.66, designReach: 0.635, stem: '2' },
          { kind: 'diameter', tool: 'diameter-tape', value: 18.4, unit: 'cm', stem: '3' },
          {
            kind: 'optical-diameter',
            by: 'angle',
            value: 1.1,
            distance: 12,
            unit: 'm',
            along: 'level',
            to: 'axis',
            elevation: 24,
            upper: true,
            pom: 6,
          },
          {
            kind: 'optical-diameter',
            by: 'bands',
            value: 1.4,
            ratio: 0.02,
            distance: 12,
            unit: 'm',
            along: 'sight',
            to: 'axis',
            upper: true,
            pom: 3,
          },
        ],
      },
    ],
  },
};
