import { describe, expect, it } from 'vitest';
import { heightsWanted, PRESETS, sampleNumberOf, type TallyTree, tally, wantsHeight } from './index';

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

describe('which trees want a height', () => {
  const tree = (id: string, plot: string | null, species: string, cm: number | null) => ({
    id,
    plot,
    species,
    dbh: cm === null ? null : cm / 100,
  });
  const trees = [
    tree('a', '1', 'pine', 30.2),
    tree('b', '1', 'pine', 31.4),
    tree('c', '1', 'oak', 30.9),
    tree('d', '2', 'pine', 30.4),
    tree('e', '2', 'pine', 55),
    tree('f', '2', 'pine', 31),
    tree('g', '2', 'oak', null),
  ];
  const options = { units: 'metric', classWidth: { value: 4, unit: 'cm' } } as const;
  const wanted = (more: object) => [...heightsWanted(trees, { ...options, ...more })].join('');

  it('every one, none, or one in so many by chance', () => {
    expect(wanted({})).toBe('abcdefg');
    expect(wanted({ heightSample: 0, heightChoice: 'spread' })).toBe('');
    expect([...wanted({ heightSample: 3 })]).toEqual(trees.map((t) => t.id).filter((id) => sampleNumberOf(id) % 3 === 0));
  });
  it('the first of each species and class on a plot: 28 to 32 cm is one class', () =>
    expect(wanted({ heightChoice: 'first-of-class' })).toBe('acde'));
  it('spread over the diameters: of each species and class the first, and one in so many after it', () => {
    expect(wanted({ heightSample: 3, heightChoice: 'spread' })).toBe('acef');
    expect(wanted({ heightSample: 2, heightChoice: 'spread' })).toBe('acde');
    // an oak of which no diameter is read is in no class yet
    expect(wanted({ heightSample: 2, heightChoice: 'spread' })).not.toContain('g');
  });
  it('one tree by itself is told where that needs no other', () => {
    expect(wantsHeight('a', {})).toBe(true);
    expect(wantsHeight('a', { heightSample: 0 })).toBe(false);
    expect(wantsHeight('a', { heightChoice: 'first-of-class' })).toBeNull();
    expect(wantsHeight('a', { heightSample: 4, heightChoice: 'spread' })).toBeNull();
  });
});
