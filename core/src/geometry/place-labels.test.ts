import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Box, boxAround, overlap, type Point, segmentMeets, within } from './box';
import { type LabelRequest, placeLabels } from './place-labels';

const FRAME: Box = { x: 0, y: 0, w: 300, h: 200 };
const NOTHING = { boxes: [], lines: [] };
const ask = (id: string, anchor: Point, more: Partial<LabelRequest> = {}): LabelRequest => ({
  id,
  text: 'twelve m',
  size: 14,
  anchor,
  candidates: [anchor],
  ...more,
});

describe('boxes', () => {
  const number = fc.integer({ min: -50, max: 50 });
  const box = fc.record({ x: number, y: number, w: fc.integer({ min: 1, max: 40 }), h: fc.integer({ min: 1, max: 40 }) });

  it('overlap exactly when some point of a fine grid lies in both', () => {
    const inside = (b: Box, x: number, y: number) => x > b.x && x < b.x + b.w && y > b.y && y < b.y + b.h;
    fc.assert(
      fc.property(box, box, (a, b) => {
        let shared = false;
        for (let x = -50.5; x <= 91; x += 1) for (let y = -50.5; y <= 91; y += 1) shared ||= inside(a, x, y) && inside(b, x, y);
        expect(overlap(a, b)).toBe(shared);
        expect(overlap(b, a)).toBe(shared);
      }),
      { numRuns: 60 },
    );
  });

  it('meet a segment exactly when walking along it meets them', () => {
    fc.assert(
      fc.property(box, fc.record({ x: number, y: number }), fc.record({ x: number, y: number }), (b, p, q) => {
        let met = false;
        for (let i = 0; i <= 4000; i++) {
          const x = p.x + ((q.x - p.x) * i) / 4000;
          const y = p.y + ((q.y - p.y) * i) / 4000;
          met ||= x >= b.x - 1e-9 && x <= b.x + b.w + 1e-9 && y >= b.y - 1e-9 && y <= b.y + b.h + 1e-9;
        }
        // a walk in steps can miss a corner that is only just touched; it never finds what is not there
        if (met) expect(segmentMeets(p, q, b)).toBe(true);
        else expect(segmentMeets(p, q, { x: b.x + 0.05, y: b.y + 0.05, w: b.w - 0.1, h: b.h - 0.1 })).toBe(false);
      }),
      { numRuns: 150 },
    );
  });

  it('lie within another, edges counted in', () => {
    expect(within(boxAround({ x: 10, y: 10 }, 20, 20), { x: 0, y: 0, w: 20, h: 20 })).toBe(true);
    expect(within({ x: 0, y: 0, w: 20.1, h: 20 }, { x: 0, y: 0, w: 20, h: 20 })).toBe(false);
  });
});

describe('labels', () => {
  it('take their first free candidate', () => {
    const [one, two] = placeLabels(
      [
        ask('a', { x: 100, y: 100 }),
        ask(
          'b',
          { x: 100, y: 104 },
          {
            candidates: [
              { x: 100, y: 104 },
              { x: 100, y: 140 },
            ],
          },
        ),
      ],
      FRAME,
      [],
      NOTHING,
    );
    expect(one?.centre).toEqual({ x: 100, y: 100 });
    expect(two?.centre).toEqual({ x: 100, y: 140 });
  });

  it('stand upright where a candidate says so, in a box turned with them', () => {
    const [label] = placeLabels([ask('a', { x: 50, y: 100 }, { candidates: [{ x: 50, y: 100, vertical: true }] })], FRAME, [], NOTHING);
    expect(label?.vertical).toBe(true);
    expect((label?.box.h ?? 0) / (label?.box.w ?? 1)).toBeGreaterThan(3);
  });

  it('get a leader when they had to go far', () => {
    const wall: Box = { x: 0, y: 40, w: 300, h: 160 };
    const [label] = placeLabels([ask('a', { x: 150, y: 150 })], FRAME, [wall], NOTHING);
    expect(label && within(label.box, { x: 0, y: 0, w: 300, h: 40 })).toBe(true);
    expect(label?.leader?.[1]).toEqual({ x: 150, y: 150 });
  });

  it('keep off lines when they can, and stay readable over one when they must', () => {
    const line = [
      { x: 0, y: 100 },
      { x: 300, y: 100 },
    ] as const;
    const at = { x: 150, y: 100 };
    const [off] = placeLabels([ask('a', at, { candidates: [at, { x: 150, y: 80 }] })], FRAME, [], { boxes: [], lines: [line] });
    expect(off?.centre.y).toBe(80);
    const [over] = placeLabels([ask('a', at)], { x: 100, y: 90, w: 100, h: 20 }, [], { boxes: [], lines: [line] });
    expect(over).toBeDefined();
  });

  it('are left out rather than laid over another when there is no room', () => {
    const tight = { x: 0, y: 0, w: 80, h: 20 };
    expect(placeLabels([ask('a', { x: 40, y: 10 }), ask('b', { x: 40, y: 10 })], tight, [], NOTHING).map((l) => l.id)).toEqual(['a']);
  });

  it('never overlap and never leave the frame, wherever they are asked for', () => {
    const request = fc.record({
      x: fc.integer({ min: -20, max: 320 }),
      y: fc.integer({ min: -20, max: 220 }),
      length: fc.integer({ min: 1, max: 14 }),
    });
    fc.assert(
      fc.property(fc.array(request, { maxLength: 14 }), (wanted) => {
        const placed = placeLabels(
          wanted.map((w, i) => ask(String(i), w, { text: 'x'.repeat(w.length) })),
          FRAME,
          [],
          NOTHING,
        );
        for (const [i, a] of placed.entries()) {
          expect(within(a.box, FRAME)).toBe(true);
          for (const b of placed.slice(i + 1)) expect(overlap(a.box, b.box)).toBe(false);
        }
      }),
      { numRuns: 60 },
    );
  });
});
