/** Requests of derive with what is read beside a height, and from several sides. */
export const MORE_EXAMPLES: Readonly<Record<string, unknown>> = {
  'from three sides with bearings; heights above and below the eye; a lean against the shadow; crown and places': {
    preset: 'monitoring',
    trees: [
      {
        id: 'three sides',
        species: { crown: 'broad' },
        eyeHeight: 1.64,
        reach: 0.66,
        readings: [
          { kind: 'trunk', trunk: { slope: 12 } },
          { kind: 'diameter', tool: 'diameter-tape', value: 52.4, unit: 'cm' },
          { kind: 'diameter', tool: 'caliper', value: 38.1, unit: 'cm', upper: true, at: 'log 2' },
          { kind: 'crown-spread', first: 9.2, second: 7.4, unit: 'm' },
          { kind: 'called-height', value: 21, unit: 'm' },
          { kind: 'neighbour', to: '3·08', value: 4.2, unit: 'm' },
          { kind: 'earlier-height', value: 17.5, unit: 'm', year: 2011, method: 'clinometer' },
          ...[40, 160, 280].flatMap((bearing, i) => {
            const station = 'ABC'[i] as string;
            return [
              { kind: 'bearing', value: bearing, station },
              { kind: 'distance', value: 22 + i, unit: 'm', along: 'level', to: 'axis', station },
              { kind: 'angle', target: 'tip', value: 84 - 4 * i, scale: 'percent', sigmaZero: 0.003, instrument: 'clinometer', station },
              {
                kind: 'angle',
                target: 'base',
                value: -7,
                scale: 'percent',
                sigmaZero: 0.003,
                instrument: 'clinometer',
                station,
                reference: i === 2 ? 'downhill' : 'uphill',
              },
            ];
          }),
          { kind: 'angle', target: 'point', name: 'log 2', value: 40, scale: 'percent', station: 'A' },
        ],
      },
      {
        id: 'printed parts',
        readings: [
          { kind: 'distance', value: 18, unit: 'm', along: 'level', to: 'axis' },
          { kind: 'from-eye', target: 'tip', value: 15.2, unit: 'm', setDistance: 18 },
          { kind: 'from-eye', target: 'mark', value: -0.4, unit: 'm', setDistance: 18, mark: 1.3 },
        ],
      },
      {
        id: 'leaning in the sun',
        readings: [
          { kind: 'diameter', tool: 'diameter-tape', value: 40, unit: 'cm' },
          { kind: 'shadow', target: 'tip', value: 16.47, unit: 'm', minute: 700 },
          { kind: 'reference-shadow', height: 1.5, value: 1.312, unit: 'm', minute: 700, on: 'level' },
          { kind: 'lean', value: 15, toward: 'side', direction: 80, fromShadow: 90 },
        ],
      },
      {
        id: 'a slanting stick, shots in percent, an angle over a mark',
        readings: [
          { kind: 'distance', value: 24, unit: 'm', along: 'level', to: 'axis' },
          { kind: 'stick', target: 'tip', value: 55, unit: 'cm', reach: 0.66, held: 'stem' },
          { kind: 'lean', value: 8, toward: 'eye' },
          { kind: 'direct-height', target: 'tip', value: 20.4, unit: 'm', along: 'stem' },
          { kind: 'shot', target: 'tip', value: 30.5, unit: 'm', elevation: 78, scale: 'percent', by: 'laser', to: 'axis', station: 'B' },
          {
            kind: 'shot',
            target: 'base',
            value: 24.1,
            unit: 'm',
            elevation: -1.4,
            scale: 'fixed',
            scaleDistance: 20,
            by: 'laser',
            to: 'axis',
            station: 'B',
          },
          { kind: 'distance', value: 20, unit: 'm', along: 'level', to: 'axis', station: 'C' },
          { kind: 'angle', target: 'mark', value: -2, scale: 'degree', station: 'C' },
          { kind: 'mark-height', value: -0.3, unit: 'm', station: 'C' },
          { kind: 'angle', target: 'tip', value: 43, scale: 'degree', included: true, over: 'mark', station: 'C' },
          { kind: 'distance', value: 21, unit: 'm', along: 'level', to: 'axis', station: 'D' },
          { kind: 'set-angle', target: 'crown-base', rise: 1, run: 2, mark: 1.5, station: 'D' },
        ],
      },
    ],
  },
};
