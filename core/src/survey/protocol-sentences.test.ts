import { describe, expect, it } from 'vitest';
import { PRESET_KEYS, PRESETS, type ProtocolOptions, protocolSentences } from './index';

const MAY_BE_LEFT_OUT = [
  'heightSample',
  'products',
  'formClass',
  'taperPerLog',
  'logRule',
  'classNames',
  'heightChoice',
  'distanceAt',
  'smallestDiameter',
  'countedStatuses',
  'asks',
  'ownFields',
  'regeneration',
  'deadwood',
  'tally',
];

describe('a protocol read out', () => {
  it.each(PRESET_KEYS)('%s leaves no option out, in whole sentences', (key) => {
    const { options } = PRESETS[key];
    const sentences = protocolSentences(options);
    const said = sentences.map((s) => s.option);
    // of those that may be left out each says what then holds
    expect([...said].sort()).toEqual([...new Set([...Object.keys(options), ...MAY_BE_LEFT_OUT])].sort());
    for (const s of sentences) expect(s.text).toMatch(/^[A-Z][^_]{12,}\.$/);
  });
  it('changes with every option', () => {
    const base = PRESETS.monitoring.options;
    const changes: Partial<ProtocolOptions>[] = [
      { units: 'us' },
      { breastHeight: 1.25 },
      { heightSample: 5 },
      { products: [{ product: 'sawlog', from: 0.3 }] },
      { formClass: 80 },
      { taperPerLog: 1.5 },
      { logRule: 'scribner' },
      { classNames: 'lower-limit' },
      { heightChoice: 'first-of-class' },
      { distanceAt: 'ground' },
      { smallestDiameter: 0.07 },
      { countedStatuses: ['alive'] },
      { asks: ['status', 'cull'] },
      { ownFields: [{ kind: 'number', key: 'n', name: 'nests', from: 0, to: 9 }] },
      { regeneration: { radius: 2, classes: ['under 1.3 m', 'taller'] } },
      { deadwood: true },
      { foundBy: 'tape' },
      { groundReference: 'root-flare' },
      { lean: 'axis' },
      { swelling: 'mean-above-below' },
      { lowBranches: 'narrowest-below' },
      { aboveButtSwell: 0.3 },
      { forkLow: { stems: 'separate', atMost: 3, theTree: 'largest' } },
      { forkBelowBreastHeight: 'separate' },
      { oneNumber: 'none' },
      { vines: 'over-and-flag' },
      { mark: 'none' },
      { classWidth: null },
      { diameterRounding: { of: 'circumference', step: 1, unit: 'cm', direction: 'up' } },
      { merchantable: PRESETS['timber-us'].options.merchantable },
      { heightTolerance: { absolute: 2, relative: null } },
      { tally: { byClass: true } },
      { tally: { byClass: false, second: 'logs' } },
    ];
    const said = (o: ProtocolOptions) => protocolSentences(o).map((s) => s.text);
    for (const change of changes) expect(said({ ...base, ...change }), JSON.stringify(change)).not.toEqual(said(base));
  });
  it('says lengths in the units of the survey', () => {
    const text = protocolSentences(PRESETS['timber-us'].options)
      .map((s) => s.text)
      .join(' ');
    expect(text).toContain('Breast height is 4.5 ft.');
    expect(text).toContain('8 in (sawtimber) or 4 in (pulpwood)');
    expect(text).toContain('logs of 16 ft with 0.3 ft trim');
    expect(
      protocolSentences(PRESETS.street.options)
        .map((s) => s.text)
        .join(' '),
    ).toContain('The circumference is rounded up to the next whole 1 cm.');
  });
});
