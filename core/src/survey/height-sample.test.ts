import { describe, expect, it } from 'vitest';
import { wantsHeight } from './height-sample';

describe('which trees want a height', () => {
  const ids = Array.from({ length: 20_000 }, (_, i) => `018f3a${i.toString(16).padStart(6, '0')}-7000-8000-${(i * 7919).toString(16)}`);
  it.each([1, 3, 5, 10])('one in %d does, by its id alone', (every) => {
    const wanted = ids.filter((id) => wantsHeight(id, { heightSample: every }));
    expect(wanted.length / ids.length).toBeCloseTo(1 / every, 1);
    expect(ids.filter((id) => wantsHeight(id, { heightSample: every }))).toEqual(wanted);
  });
  it('every one where nothing is said, none where none is wanted', () => {
    expect(ids.every((id) => wantsHeight(id, {}))).toBe(true);
    expect(ids.some((id) => wantsHeight(id, { heightSample: 0 }))).toBe(false);
  });
});
