import { MORE_EXAMPLES } from './more-examples';
import { SAMPLE_EXAMPLES } from './sample-examples';

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
  'a tall tree by three determinations: laser shots, a transponder, two stations': {
    preset: 'tall-tree',
    trees: [
      {
        id: 'T 3',
        species: { crown: 'conifer' },
        eyeHeight: 1.62,
        readings: [
          { kind: 'diameter', tool: 'plain-tape', value: 402, unit: 'cm' },
          { kind: 'shot', target: 'tip', value: 61.2, unit: 'm', elevation: 42.3, by: 'laser', to: 'axis', station: 'A' },
          { kind: 'shot', target: 'base', value: 45.6, unit: 'm', elevation: -2.1, by: 'laser', to: 'axis', station: 'A' },
          { kind: 'shot', target: 'mark', value: 38.1, unit: 'm', elevation: -1.2, by: 'ultrasonic', to: 'bark', station: 'B', zero: 0.1 },
          { kind: 'mark-height', value: 1.3, unit: 'm', station: 'B' },
          { kind: 'angle', target: 'tip', value: 46.9, scale: 'degree', station: 'B' },
          { kind: 'angle', target: 'crown-base', value: 31, scale: 'degree', station: 'B' },
          { kind: 'angle', target: 'point', name: 'broken limb', value: 22, scale: 'degree', station: 'B' },
          { kind: 'baseline', value: 25, unit: 'm', far: 'D', station: 'C' },
          { kind: 'angle', target: 'tip', value: 102, scale: 'percent', station: 'C' },
          { kind: 'angle', target: 'base', value: -4, scale: 'percent', station: 'C' },
          { kind: 'angle', target: 'tip', value: 64, scale: 'percent', station: 'D' },
          { kind: 'angle', target: 'base', value: -3, scale: 'percent', station: 'D' },
        ],
      },
    ],
  },
  'without an angle instrument: stick, shadow, pole, protractor, paces': {
    preset: 'forest-metric',
    trees: [
      {
        id: 'by stick',
        species: { crown: 'broad' },
        readings: [
          { kind: 'paces', value: 20, pace: 1.55, along: 'level', to: 'axis', sigmaShare: 0.02 },
          { kind: 'stick', target: 'tip', value: 60, unit: 'cm', reach: 0.72 },
        ],
      },
      {
        id: 'by shadow',
        readings: [
          { kind: 'diameter', tool: 'diameter-tape', value: 44, unit: 'cm' },
          { kind: 'shadow', value: 18.6, unit: 'm', minute: 750 },
          { kind: 'reference-shadow', value: 1.92, height: 1.5, unit: 'm', minute: 750 },
          { kind: 'angle', target: 'ground', value: -6, scale: 'degree' },
        ],
      },
      {
        id: 'by pole',
        readings: [
          { kind: 'pole', value: 4, unit: 'm' },
          { kind: 'angle', target: 'tip', value: 96, scale: 'percent' },
          { kind: 'angle', target: 'base', value: -8, scale: 'percent' },
          { kind: 'angle', target: 'pole-top', value: 14, scale: 'percent' },
        ],
      },
      {
        id: 'by protractor',
        readings: [
          { kind: 'distance', value: 30, unit: 'm', along: 'level', to: 'axis' },
          { kind: 'angle', target: 'base', value: 86, scale: 'dial', level: 90, grows: 'up' },
          { kind: 'angle', target: 'tip', value: 46, scale: 'degree', included: true },
        ],
      },
      {
        id: 'by a set angle',
        readings: [
          { kind: 'distance', value: 33, unit: 'm', along: 'level', to: 'axis' },
          { kind: 'set-angle', rise: 1, run: 2 },
          { kind: 'mark-height', value: 1, unit: 'm' },
        ],
      },
    ],
  },
  'a leaning tree with a broad crown; heights reported, told, measured on the felled stem': {
    preset: 'street',
    trees: [
      {
        id: 'leaning',
        readings: [
          { kind: 'distance', value: 24.4, unit: 'm', along: 'sight', elevation: -3, to: 'axis', by: 'laser' },
          { kind: 'angle', target: 'tip', value: 38, scale: 'degree', scaleEnd: 60 },
          { kind: 'angle', target: 'base', value: -4, scale: 'degree' },
          { kind: 'lean', value: 12, toward: 'side' },
          { kind: 'crown', halfWidth: 5, depth: 4, unit: 'm' },
          { kind: 'room', value: 30, unit: 'm' },
        ],
      },
      {
        id: 'plumb point',
        readings: [
          { kind: 'distance', value: 20, unit: 'm', along: 'level', to: 'axis' },
          { kind: 'distance', value: 24, unit: 'm', along: 'level', to: 'plumb' },
          { kind: 'angle', target: 'tip', value: 80, scale: 'percent' },
          { kind: 'angle', target: 'base', value: -8, scale: 'percent' },
        ],
      },
      {
        id: 'reported',
        readings: [
          { kind: 'distance', value: 25, unit: 'm', along: 'level', to: 'axis' },
          { kind: 'device-height', target: 'tip', value: 18, unit: 'm', setDistance: 20, setMark: 1.3 },
        ],
      },
      { id: 'felled', readings: [{ kind: 'direct-height', target: 'tip', value: 88.3, more: [9.6, 4.1], unit: 'ft' }] },
    ],
  },
  'logs on a stick’s own scale': {
    preset: 'timber-us',
    trees: [
      {
        readings: [
          { kind: 'diameter', tool: 'biltmore-stick', value: 22, unit: 'in', reach: 0.66 },
          { kind: 'distance', value: 66, unit: 'ft', along: 'level', to: 'axis' },
          { kind: 'log-scale', value: 2.5, reach: 0.66 },
        ],
      },
    ],
  },
  ...MORE_EXAMPLES,
  ...SAMPLE_EXAMPLES,
};
