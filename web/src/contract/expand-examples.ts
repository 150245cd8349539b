/** Requests to /api/v1/expand that the description shows; a test posts each of them and mutations of it. */
export const EXPAND_EXAMPLES: Readonly<Record<string, unknown>> = {
  'circles of 500 m², one of them empty, heights of some': {
    units: 'metric',
    confidence: 95,
    errors: [10, 15],
    data: {
      kind: 'plots',
      design: { kind: 'area', area: 500 },
      area: 12,
      plots: [
        {
          name: '1',
          trees: [
            { id: '1', species: 'pine', dbh: 31.4, height: 22.5 },
            { id: '2', species: 'pine', dbh: 24.1, height: 20 },
            { id: '3', species: 'beech', dbh: 18.8 },
            { id: '4', species: 'pine', dbh: 38.2, height: 24.1, status: 'dead-standing' },
          ],
        },
        {
          name: '2',
          trees: [
            { id: '1', species: 'pine', dbh: 27.3, height: 21.2 },
            { id: '2', species: 'beech', dbh: 15.2, height: 14.9 },
            { id: '3', species: 'pine', dbh: 34.9, height: 23.3 },
          ],
        },
        { name: '3' },
        { name: '4', reached: false },
      ],
    },
  },
  'points in feet, strata, trees counted only, logs': {
    units: 'us',
    confidence: 90,
    species: [{ name: 'DF', formClass: 80, taperPerLog: 2, formFactor: 0.42 }],
    data: {
      kind: 'plots',
      design: { kind: 'point', factor: 20 },
      strata: [
        { name: 'ridge', area: 30 },
        { name: 'creek', area: 12 },
      ],
      plots: [
        { name: '1', stratum: 'ridge', trees: [{ species: 'DF', dbh: 18, logs: 2.5, height: 92, distance: 21.5 }] },
        { name: '2', stratum: 'ridge', trees: [{ species: 'DF', dbh: 22, logs: 3, height: 104, countsAs: 2 }] },
        { name: '3', stratum: 'ridge', counted: { trees: 5, doubtful: 1 } },
        { name: '4', stratum: 'creek', trees: [{ species: 'DF', dbh: 14, logs: 1.5, height: 80 }] },
        { name: '5', stratum: 'creek', trees: [{ species: 'DF', dbh: 16, logs: 2, height: 84, count: 2 }] },
      ],
    },
  },
  'nested circles near an edge': {
    units: 'metric',
    intervals: 'all',
    smallest: 5,
    data: {
      kind: 'plots',
      design: {
        kind: 'nested',
        circles: [
          { from: 5, radius: 3.99 },
          { from: 15, radius: 9.77 },
        ],
      },
      tract: {
        corners: [
          { x: 0, y: 0 },
          { x: 300, y: 0 },
          { x: 300, y: 200 },
          { x: 0, y: 200 },
        ],
      },
      plots: [
        {
          name: '1',
          centre: { x: 6, y: 100 },
          trees: [
            { dbh: 21.5, height: 17, azimuth: 270, distance: 4.2 },
            { dbh: 9.1, height: 9, azimuth: 80, distance: 2 },
          ],
        },
        { name: '2', centre: { x: 150, y: 100 }, trees: [{ dbh: 30.2, height: 21, azimuth: 10, distance: 8.4 }] },
      ],
    },
  },
  'strips, each as long as it was walked': {
    units: 'metric',
    formFactor: 0.45,
    data: {
      kind: 'plots',
      design: { kind: 'strip', width: 10 },
      plots: [
        {
          name: 'A',
          length: 89,
          trees: [
            { dbh: 26.4, height: 26.9 },
            { dbh: 21.3, height: 22.3 },
          ],
        },
        { name: 'B', length: 75, trees: [{ dbh: 28.8, height: 27.1 }] },
        { name: 'C', length: 120 },
      ],
    },
  },
  'every tree of a list, from readings': {
    units: 'metric',
    preset: 'street',
    data: {
      kind: 'every-tree',
      trees: [
        {
          id: 'harbour 12',
          species: 'lime',
          readings: [
            { kind: 'diameter', tool: 'diameter-tape', value: 44.2, unit: 'cm' },
            { kind: 'distance', value: 20, unit: 'm', along: 'level', to: 'axis' },
            { kind: 'angle', target: 'tip', value: 38, scale: 'degree' },
            { kind: 'angle', target: 'base', value: -4.5, scale: 'degree' },
          ],
        },
      ],
    },
  },
  'plain values of plots in two strata': {
    units: 'metric',
    errors: [10],
    data: {
      kind: 'values',
      groups: [
        { name: 'ridge', area: 30, values: [210, 240, 190, 250] },
        { name: 'creek', area: 12, values: [330, 300, 360] },
      ],
    },
  },
  'a mean tree and a density from elsewhere': {
    units: 'metric',
    data: { kind: 'mean-tree', values: [0.65, 0.25, 0.69, 0.52], density: 668, densityError: 24, area: 20 },
  },
  'how many plots': { units: 'metric', confidence: 90, errors: [5, 10, 20], data: { kind: 'needed', cv: 32 } },
  'a height curve': {
    units: 'metric',
    data: {
      kind: 'heights',
      trees: [
        { dbh: 28.7, height: 26.4 },
        { dbh: 27.5, height: 26.8 },
        { dbh: 28.3, height: 26.8 },
        { dbh: 39.9, height: 27 },
        { dbh: 44.4, height: 30.5 },
        { dbh: 22.5, height: 24.3 },
        { dbh: 22, height: 26.2 },
        { dbh: 37.1, height: 30.4 },
      ],
      at: [10, 25, 50],
    },
  },
};
