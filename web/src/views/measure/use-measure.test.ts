// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { describe, expect, it, vi } from 'vitest';
import { cleanSlate, openPage, type Page } from './test-page';

const height = ({ m }: Page) => {
  const { height: h } = m().result;
  return h.ok ? h.value.value : Number.NaN;
};

cleanSlate();

describe('the work at a tree', () => {
  it('goes from the tape to the last sight by Enter alone, and on to the next tree', async () => {
    const page = await openPage();
    expect(page.m().hand.at).toBe('dbh');
    page.keys('41.3', '25', '80');
    expect(page.m().hand.at).toBe('base');
    // half typed it is drawn already, and nothing is kept of it
    page.run((m) => m.type('-8'));
    expect(height(page)).toBeCloseTo(22, 9);
    expect(page.readings()).toHaveLength(3);
    page.run((m) => m.enter());
    expect(page.readings()).toHaveLength(4);
    const first = page.m().tree.tag;
    page.run((m) => m.go('done'));
    page.run((m) => m.enter());
    expect(page.m().tree.tag).not.toBe(first);
    expect(page.m().hand).toMatchObject({ at: 'dbh', text: '' });
    page.unmount();
  });
  it('takes a whole tree on one line, and says why it can not where the way is another one', async () => {
    const page = await openPage();
    page.keys('41.3 25m 80 -8');
    expect(height(page)).toBeCloseTo(22, 9);
    page.run((m) => m.go('distance'));
    page.run((m) => m.choose({ by: 'paces' }));
    page.keys('41.3 25m 80 -8');
    expect(page.m().refusal).toMatch(/taped distance/);
    expect(page.m().hand.text).toBe('41.3 25m 80 -8');
    page.unmount();
  });
  it('corrects what is kept, keeps what was, and takes the newest back into the field', async () => {
    const page = await openPage();
    page.keys('41.3', '25', '80', '8');
    expect(
      page
        .m()
        .findings()
        .map((f) => f.code),
    ).toContain('base-sign');
    page.run((m) => m.pick('base'));
    page.keys('-8');
    expect(height(page)).toBeCloseTo(22, 9);
    expect(page.m().tree.found?.readings.find((e) => e.history.length === 2)).toBeDefined();
    page.run((m) => m.undo());
    // a correction taken back leaves what it corrected
    expect(page.m().hand).toMatchObject({ at: 'base', text: '-8' });
    page.run((m) => m.undo());
    expect(page.m().hand.text).toBe('');
    expect(page.m().steps.find((s) => s.id === 'base')?.said).toBe('+8 %');
    page.unmount();
  });
  it('a scale chosen at a kept sight is how it was read; a number half typed is left alone', async () => {
    const page = await openPage();
    page.keys('41.3', '25', '40', '-5');
    page.run((m) => m.pick('tip'));
    page.run((m) => m.choose({ scale: { kind: 'degree' } }));
    expect(page.m().kept).toMatchObject({ kind: 'angle', value: 40, scale: 'degree' });
    page.run((m) => m.type('4'));
    page.run((m) => m.choose({ scale: { kind: 'percent' } }));
    expect(page.m().kept).toMatchObject({ scale: 'degree' });
    page.unmount();
  });
  it('refuses in words, and the digits stay', async () => {
    const page = await openPage();
    page.keys('41.3');
    page.keys('25');
    for (const wrong of ['95°', 'abc', '700000']) {
      const before = page.readings().length;
      page.keys(wrong);
      expect(page.m().refusal).toMatch(/\w+ .*\./);
      expect(page.m().hand.text).toBe(wrong);
      expect(page.readings()).toHaveLength(before);
    }
    page.run((m) => m.erase());
    expect(page.m()).toMatchObject({ refusal: null, hand: { text: '70000' } });
    page.unmount();
  });
  it('pad keys write into the digits: signs take the place of signs', async () => {
    const page = await openPage();
    page.run((m) => m.append('8'));
    page.run((m) => m.append('0'));
    page.run((m) => m.sign('-'));
    expect(page.m().hand.text).toBe('-80');
    page.run((m) => m.sign('+'));
    expect(page.m().hand.text).toBe('+80');
    page.run((m) => m.erase());
    expect(page.m().hand.text).toBe('+8');
    page.unmount();
  });
});

describe('several determinations and stations', () => {
  it('a second way is kept apart, and the first opens again with its own readings', async () => {
    const page = await openPage();
    page.keys('41.3', '25', '80', '-8');
    page.run((m) => m.measureBy('line-shots'));
    expect(page.m().hand.at).toBe('tip');
    page.keys('33.3 37.9', '25.1 -4.2');
    expect(page.m().determinations).toHaveLength(2);
    expect(page.m().result.determinations).toHaveLength(2);
    page.run((m) => m.openDetermination(m.determinations[0]?.id ?? null));
    expect(page.m().method).toBe('two-sights');
    page.run((m) => m.pick('tip'));
    expect(page.m().kept).toMatchObject({ kind: 'angle', value: 80 });
    page.unmount();
  });
  it('the far station waits for its baseline', async () => {
    const page = await openPage();
    page.keys('41.3');
    page.run((m) => m.measureBy('two-stations'));
    page.keys('60', '-5');
    page.run((m) => m.go('far-tip'));
    page.keys('40');
    expect(page.m().refusal).toMatch(/First the baseline/);
    page.run((m) => m.go('baseline'));
    page.keys('15', '45', '-4');
    expect(height(page)).toBeGreaterThan(0);
    page.unmount();
  });
  it('room is told at a station, and what stands at the distance says so', async () => {
    const page = await openPage();
    page.keys('41.3', '9');
    page.run((m) => m.go('room'));
    page.keys('14');
    expect(page.m().room).toBeCloseTo(14, 12);
    page.keys('205', '-17');
    page.run((m) => m.measureBy('two-sights'));
    // another station has its own
    expect(page.m().room).toBeNull();
    page.unmount();
  });
  it('at the next visit the height of the last one says where to stand', async () => {
    const page = await openPage();
    expect(page.m().standFirst).toBeNull();
    page.keys('41.3', '25', '80', '-8');
    page.run((m) => m.go('done'));
    page.run((m) => m.beginVisit());
    expect(page.m().standFirst?.height).toBeCloseTo(22, 9);
    expect(page.m().standFirst?.at.distance).toBeGreaterThan(11);
    page.run((m) => m.go('distance'));
    page.keys('26');
    expect(page.m().standFirst).toBeNull();
    page.unmount();
  });
});

describe('time', () => {
  it('a shadow keeps the minute in which it was kept, and one corrected later the minute of the correction', async () => {
    vi.useFakeTimers({ toFake: ['Date'], now: new Date(2026, 5, 1, 10, 15) });
    const page = await openPage();
    page.keys('41.3');
    page.run((m) => m.measureBy('shadow'));
    page.run((m) => m.type('22'));
    vi.setSystemTime(new Date(2026, 5, 1, 10, 17));
    page.run((m) => m.enter());
    vi.setSystemTime(new Date(2026, 5, 1, 10, 40));
    page.keys('1.5 1.92');
    const minutes = () => page.m().readings.flatMap((r) => ('minute' in r ? [r.minute] : []));
    expect(minutes()).toEqual([617, 640]);
    expect(
      page
        .m()
        .findings()
        .map((f) => f.code),
    ).toContain('shadow-gap');
    page.unmount();
  });
});
