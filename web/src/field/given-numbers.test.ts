import 'fake-indexeddb/auto';
import { v7 } from 'uuid';
import { describe, expect, it, vi } from 'vitest';
import { OtherTabs, takeNumber } from './given-numbers';

describe('tree numbers of several tabs', () => {
  it('are each given once, however many are asked for at one moment', async () => {
    const survey = v7();
    const asked = Array.from({ length: 24 }, () => takeNumber(survey, '7·01', () => true));
    const given = await Promise.all(asked);
    expect(new Set(given).size).toBe(24);
    expect(given.toSorted()).toEqual(Array.from({ length: 24 }, (_, i) => `7·${String(i + 1).padStart(2, '0')}`));
  });
  it('pass over what a tab knows to be taken, and are of one survey', async () => {
    const survey = v7();
    expect(await takeNumber(survey, '1', (t) => t !== '1' && t !== '2')).toBe('3');
    expect(await takeNumber(v7(), '3', () => true)).toBe('3');
    expect(await takeNumber(survey, '3', () => true)).toBe('4');
  });
  it('are asked for only while another tab tallies the same survey', async () => {
    const [survey, other] = [v7(), v7()];
    const first = new OtherTabs(survey);
    expect(first.any).toBe(false);
    const elsewhere = new OtherTabs(other);
    const second = new OtherTabs(survey);
    await vi.waitFor(() => expect([first.any, second.any, elsewhere.any]).toEqual([true, true, false]));
    second.close();
    await vi.waitFor(() => expect(first.any).toBe(false));
    first.close();
    elsewhere.close();
  });
});
