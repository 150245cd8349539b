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
};
