import { describe, expect, it } from 'vitest';
import { PRESETS, type TallyTree, tally } from './index';

const tree = (species: string | null, basalArea: number | null, volume: number | null, doyle: number | null): TallyTree => ({
  species,
  basalArea,
  volume,
  boardFeet: doyle === null ? null : { doyle, scribner: doyle + 1, international: doyle + 2 },
});

describe('tally', () => {
  const trees = [tree('pine', 0.1, 1, 100), tree('oak', 0.3, 2, null), tree('pine', 0.15, null, 50), tree(null, null, null, null)];
  it('sums by species, thickest first, and counts what each sum is missing', () => {
    const { species, total } = tally(trees);
    expect(species.map((s) => s.species)).toEqual(['oak', 'pine', null]);
    expect(species[1]).toMatchObject({
      trees: 2,
      basalArea: 0.25,
      volume: 1,
      boardFeet: { doyle: 150, scribner: 152, international: 154 },
      without: { basalArea: 0, volume: 1, boardFeet: 0 },
    });
    expect(total).toMatchObject({ trees: 4, volume: 3, without: { basalArea: 1, volume: 2, boardFeet: 2 } });
    expect(total.basalArea).toBeCloseTo(
      species.reduce((s, l) => s + l.basalArea, 0),
      12,
    );
  });
  it('of no trees is empty', () => {
    expect(tally([])).toMatchObject({ species: [], total: { trees: 0, basalArea: 0 } });
  });
});

describe('presets', () => {
  it('follow the table of schools', () => {
    expect(PRESETS['timber-us'].options.breastHeight).toBeCloseTo(1.3716, 12);
    expect(PRESETS['tall-tree'].options.breastHeight).toBeCloseTo(1.3716, 12);
    expect(PRESETS.monitoring.options).toMatchObject({
      breastHeight: 1.3,
      forkLow: { atMost: 6 },
      oneNumber: 'quadratic-sum',
      mark: 'paint',
      classWidth: { value: 5, unit: 'cm' },
    });
    expect(PRESETS.street.options).toMatchObject({
      groundReference: 'mid-slope',
      lean: 'axis',
      swelling: 'narrowest-below',
      vines: 'over-and-flag',
      diameterRounding: { of: 'circumference', direction: 'up', step: 1 },
    });
    expect(PRESETS['forest-metric'].options).toMatchObject({
      diameterRounding: { direction: 'down' },
      merchantable: { stumpHeight: 0.2 },
      forkBelowBreastHeight: 'separate',
    });
  });
});
