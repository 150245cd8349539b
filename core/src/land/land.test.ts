import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  areaOf,
  declinationAt,
  distanceToEdge,
  flatAround,
  fromUtm,
  type GeoArea,
  gridConvergence,
  isInside,
  outlineFromEdges,
  type Position,
  placeFrom,
  planAround,
  signedArea,
  toUtm,
  wayTo,
} from './index';

const place = fc.tuple(fc.double({ min: -179, max: 179, noNaN: true }), fc.double({ min: -70, max: 70, noNaN: true }));
/** A square whose sides run north and east from a corner, and closes. */
function square([longitude, latitude]: Position, side: number): readonly Position[] {
  const a: Position = [longitude, latitude];
  const b = placeFrom(a, 90, side);
  const c = placeFrom(b, 0, side);
  const d = placeFrom(a, 0, side);
  return [a, b, c, d, a];
}

describe('areas on the map', () => {
  // north the sides of a square lie a little nearer together
  it('a square of 200 m has 4 ha, with a pond of 50 m in it 3.75, whichever way its rings go round', () => {
    const ring = square([-4.2, 40.4], 200);
    const pond = square(placeFrom([-4.2, 40.4], 45, 80), 50);
    expect(areaOf({ type: 'Polygon', coordinates: [ring] })).toBeCloseTo(40_000, -1);
    expect(areaOf({ type: 'Polygon', coordinates: [[...ring].reverse()] })).toBeCloseTo(40_000, -1);
    expect(areaOf({ type: 'Polygon', coordinates: [ring, pond] })).toBeCloseTo(37_500, -1);
    const two: GeoArea = { type: 'MultiPolygon', coordinates: [[ring, pond], [square([-4.19, 40.4], 100)]] };
    expect(areaOf(two)).toBeCloseTo(47_500, -1);
  });

  it('anywhere on earth agree with the grid of another library, its scale taken out', () =>
    fc.assert(
      fc.property(place, fc.array(fc.double({ min: 80, max: 900, noNaN: true }), { minLength: 3, maxLength: 12 }), (middle, reaches) => {
        const corners = reaches.map((reach, i) => placeFrom(middle, (360 * i) / reaches.length, reach));
        const area = areaOf({ type: 'Polygon', coordinates: [[...corners, corners[0] as Position]] });
        const { zone } = toUtm(middle);
        const grid = corners.map((c) => toUtm(c, zone));
        // northings leap at the equator
        fc.pre(grid.every((g) => g.north === grid[0]?.north));
        const flat = Math.abs(signedArea(grid.map((g) => ({ x: g.easting, y: g.northing }))));
        const east = (toUtm(middle, zone).easting - 500_000) / 6_378_000;
        const scale = 0.9996 * (1 + (east * east) / 2);
        expect(area / (flat / scale ** 2)).toBeCloseTo(1, 3);
        // and with the plan about its middle
        expect(Math.abs(signedArea(corners.map(planAround(middle)))) / area).toBeCloseTo(1, 5);
      }),
      { numRuns: 100 },
    ));

  it.each<[string, readonly Position[]]>([
    [
      'crosses itself',
      [
        [0, 0],
        [0.01, 0.01],
        [0.01, 0],
        [0, 0.008],
        [0, 0],
      ],
    ],
    [
      'is a line',
      [
        [0, 0],
        [0.01, 0],
        [0.02, 0],
        [0, 0],
      ],
    ],
  ])('an outline that %s has none', (_, ring) => expect(() => areaOf({ type: 'Polygon', coordinates: [ring] })).toThrow(/outline/));

  it.each<[string, readonly Position[]]>([
    ['outside', square([-4.1, 40.4], 50)],
    ['over the edge', square(placeFrom([-4.2, 40.4], 90, 180), 50)],
    ['the outline itself', square([-4.2, 40.4], 200)],
  ])('a pond that lies %s', (what, pond) => {
    const lake: GeoArea = { type: 'Polygon', coordinates: [square([-4.2, 40.4], 200), pond] };
    if (what === 'the outline itself') expect(areaOf(lake)).toBeCloseTo(0, 3);
    else expect(() => areaOf(lake)).toThrow(/holes that lie inside/);
  });

  it('two ponds in one another are refused, two that touch are not', () => {
    const corner = placeFrom([-4.2, 40.4], 45, 60);
    const ponds = (other: Position): GeoArea => ({
      type: 'Polygon',
      coordinates: [square([-4.2, 40.4], 300), square(corner, 60), square(other, 30)],
    });
    expect(() => areaOf(ponds(placeFrom(corner, 45, 20)))).toThrow(/apart/);
    expect(() => areaOf({ type: 'Polygon', coordinates: [square([-4.2, 40.4], 300), square(corner, 60), square(corner, 60)] })).toThrow(
      /apart/,
    );
    expect(areaOf(ponds(placeFrom(corner, 90, 60)))).toBeCloseTo(90_000 - 3600 - 900, -1);
  });
});

describe('near a place', () => {
  it('the flat plan agrees with the true one', () =>
    fc.assert(
      fc.property(
        place,
        fc.double({ min: 0, max: 359, noNaN: true }),
        fc.double({ min: 1, max: 300, noNaN: true }),
        (from, bearing, distance) => {
          const to = placeFrom(from, bearing, distance);
          const [flat, truly] = [flatAround(from)(to), planAround(from)(to)];
          expect(Math.hypot(flat.x - truly.x, flat.y - truly.y)).toBeLessThan(0.03);
        },
      ),
    ));
  it('straight edges leave what lies on this side of each', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({ azimuth: fc.double({ min: 0, max: 360, noNaN: true }), distance: fc.double({ min: 0.5, max: 40, noNaN: true }) }),
          { maxLength: 4 },
        ),
        fc.double({ min: -60, max: 60, noNaN: true }),
        fc.double({ min: -60, max: 60, noNaN: true }),
        (edges, x, y) => {
          const outline = outlineFromEdges(edges);
          expect(isInside(outline, { x: 0, y: 0 })).toBe(true);
          const beyond = edges.map(
            (e) => x * Math.sin((e.azimuth * Math.PI) / 180) + y * Math.cos((e.azimuth * Math.PI) / 180) - e.distance,
          );
          fc.pre(beyond.every((b) => Math.abs(b) > 1e-6));
          expect(isInside(outline, { x, y })).toBe(beyond.every((b) => b < 0));
          // the nearest of the edges that are not cut short by another, or the corner where they meet: never nearer than the nearest line
          expect(distanceToEdge(outline, { x: 0, y: 0 })).toBeCloseTo(Math.min(5000, ...edges.map((e) => e.distance)), 6);
        },
      ),
    ));
  it('an edge through the place itself is refused', () => expect(() => outlineFromEdges([{ azimuth: 0, distance: 0 }])).toThrow(/edge/));
});

describe('ways and grids', () => {
  it('there and back is as far, and leads to where one set out', () =>
    fc.assert(
      fc.property(
        place,
        fc.double({ min: 0, max: 359, noNaN: true }),
        fc.double({ min: 1, max: 5000, noNaN: true }),
        (from, bearing, distance) => {
          const to = placeFrom(from, bearing, distance);
          expect(wayTo(from, to).distance).toBeCloseTo(distance, 4);
          expect(wayTo(to, from).distance).toBeCloseTo(distance, 4);
          expect(Math.cos(((wayTo(from, to).bearing - bearing) * Math.PI) / 180)).toBeCloseTo(1, 6);
        },
      ),
    ));

  it('UTM leads back, and its axis has grid north true', () =>
    fc.assert(
      fc.property(place, (p) => {
        const back = fromUtm(toUtm(p));
        expect(back[0]).toBeCloseTo(p[0], 6);
        expect(back[1]).toBeCloseTo(p[1], 6);
        // a step along the meridian, seen on the grid
        fc.pre(Math.abs(p[1]) > 0.01);
        const [a, b] = [toUtm(p), toUtm([p[0], p[1] + 0.001], toUtm(p).zone)];
        const turned = (Math.atan2(b.easting - a.easting, b.northing - a.northing) * 180) / Math.PI;
        expect(gridConvergence(p)).toBeCloseTo(-turned, 1);
      }),
    ));

  it.each([
    // the tables that come with the World Magnetic Model 2025, sea level
    [[0, 80], '2025-01-01T00:00:00Z', 1.28],
    [[120, 0], '2025-01-01T00:00:00Z', -0.16],
    [[240, -80], '2025-01-01T00:00:00Z', 68.78],
  ] as const)('declination at %j: %s', (p, day, degrees) => {
    const found = declinationAt([p[0] > 180 ? p[0] - 360 : p[0], p[1]], new Date(day));
    expect(found.ok && found.value).toBeCloseTo(degrees, 1);
  });
  it('is not told of a day no model reaches', () => {
    expect(declinationAt([0, 0], new Date('1990-01-01')).ok).toBe(false);
    expect(declinationAt([0, 0], new Date('2050-01-01')).ok).toBe(false);
  });
});
