import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseBearing, parsePlace, sayBearing, toUtm } from './index';

describe('bearings as they are typed', () => {
  it.each([
    ['145', 145],
    ['145,5°', 145.5],
    ['360', 0],
    ['S35E', 145],
    ['s 35 o', 215],
    ['N45W', 315],
    ['n90e', 90],
    ['SE', 135],
    ['161 gon', 144.9],
    ['400g', 0],
  ])('%s is %f°', (text, degrees) => expect(parseBearing(text)).toMatchObject({ ok: true, degrees: expect.closeTo(degrees, 6) }));
  it('a bare number may mean gons', () => expect(parseBearing('100', 'gon')).toMatchObject({ degrees: 90 }));
  it.each(['', '400', 'S95E', 'E20N', '-5', '401 gon', 'up', '1.2.3'])('“%s” is refused', (text) => {
    const read = parseBearing(text);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.reason.length).toBeGreaterThan(10);
  });
  it('each is said so that it reads back', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 3599 }), (tenths) => {
        const [degrees = ''] = sayBearing(tenths / 10).split(' ');
        expect(parseBearing(degrees)).toMatchObject({ degrees: expect.closeTo(tenths / 10, 6) });
      }),
    ));
});

describe('places as they are typed', () => {
  it.each([
    ['40.4123, -4.2071', -4.2071, 40.4123],
    ['40.4123 -4.2071', -4.2071, 40.4123],
    ['40° 24\' 44.28" N, 4° 12\' 25.56" W', -4.2071, 40.4123],
    ['33,5°S 70,25°O', -70.25, -33.5],
  ])('%s', (text, longitude, latitude) => {
    const read = parsePlace(text);
    expect(read.ok && read.position[0]).toBeCloseTo(longitude, 6);
    expect(read.ok && read.position[1]).toBeCloseTo(latitude, 6);
  });
  it('UTM, and the band says whether it can be', () => {
    const { zone, easting, northing } = toUtm([-4.2071, 40.4123]);
    const text = (band: string) => `${zone}${band} ${easting.toFixed(2)} ${northing.toFixed(2)}`;
    const read = parsePlace(text('T'));
    expect(read.ok && read.position[0]).toBeCloseTo(-4.2071, 6);
    expect(read.ok && read.position[1]).toBeCloseTo(40.4123, 6);
    expect(parsePlace(text('N'))).toMatchObject({ ok: false, reason: expect.stringContaining('in T') });
    expect(parsePlace('30T 5 4474210')).toMatchObject({ ok: false, reason: expect.stringContaining('easting') });
    expect(parsePlace('61T 397650 4474210')).toMatchObject({ ok: false, reason: expect.stringContaining('zone') });
  });
  it.each(['', 'here', '120.5, 40.2', '40.1, 190', "40°70'N 4°W", '1,2'.repeat(40)])('“%s” is refused', (text) =>
    expect(parsePlace(text).ok).toBe(false),
  );
  it('latitude and longitude the wrong way round is said where it shows', () =>
    expect(parsePlace('120.5, 40.2')).toMatchObject({ reason: expect.stringContaining('wrong way round') }));
});
