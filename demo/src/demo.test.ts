import { deriveTree, findPom, metres, PRESETS, type Reading } from '@arbolito/core';
import { describe, expect, it } from 'vitest';
import { CERRO_TILDEMAR } from './cerro-tildemar';
import { demoRecords } from './index';
import { PUERTO_LENGA, STREET_TREES } from './puerto-lenga';
import { MONTE_UMBRIO, type Scene, TANSY_CREEK } from './scene';

const { records, truth } = demoRecords();
const SCENES = [MONTE_UMBRIO, TANSY_CREEK, PUERTO_LENGA, CERRO_TILDEMAR];

describe('the demo surveys', () => {
  it('are the same from the same seed and others from another', () => {
    expect(demoRecords()).toEqual({ records, truth });
    expect(demoRecords(7).truth[0]?.dbh).not.toBe(truth[0]?.dbh);
  });

  it('hold what the scenes say, every id once, parents first', () => {
    const of = (scene: string) => truth.filter((t) => t.scene === scene).length;
    // the trees the scenes name, and those of all their plots and streets
    expect(of('monte-umbrio')).toBeGreaterThan(850);
    expect(of('monte-umbrio')).toBeLessThan(950);
    expect(of('tansy-creek')).toBeGreaterThan(MONTE_UMBRIO.trees);
    const sites = records.filter((r) => r.kind === 'tree' && r.device === 'demo puerto-lenga').length;
    expect(sites).toBe(220);
    expect(of('puerto-lenga')).toBe(sites - records.filter((r) => r.body.status === 'vacant').length);
    const plots = records.filter((r) => r.kind === 'plot');
    expect(plots.filter((p) => p.device === 'demo monte-umbrio')).toHaveLength(36);
    expect(plots.filter((p) => p.device === 'demo tansy-creek')).toHaveLength(28);
    expect(records.filter((r) => r.kind === 'stratum' && r.device === 'demo monte-umbrio')).toHaveLength(3);
    expect(STREET_TREES).toHaveLength(PUERTO_LENGA.trees);
    expect(truth.filter((t) => t.scene === 'cerro-tildemar')).toHaveLength(CERRO_TILDEMAR.trees);
    expect(new Set(records.map((r) => r.id)).size).toBe(records.length);
    const ids = records.map((r) => r.id);
    expect(ids.every((id) => /^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/.test(id))).toBe(true);
    const seen = new Set<string>();
    for (const r of records) {
      for (const v of Object.values(r.body)) if (typeof v === 'string' && ids.includes(v)) expect(seen.has(v)).toBe(true);
      seen.add(r.id);
    }
  });

  it('hold trunks whose tapes lie where the street preset puts them', () => {
    for (const t of STREET_TREES) {
      const pom = findPom(t.trunk, PRESETS.street.options, metres(t.stems[0] as number));
      expect(pom.ok && pom.value.pom, t.tag).toBeCloseTo(t.pom, 9);
    }
  });

  it('hold several determinations of the tall trees, kept apart', () => {
    const tall = new Set(truth.filter((t) => t.scene === 'cerro-tildemar').map((t) => t.id));
    const stems = new Map(records.filter((r) => r.kind === 'stem' && tall.has(r.body.tree as string)).map((r) => [r.id, r.body.tree]));
    const heights = records.filter((r) => r.kind === 'determination' && r.body.quantity === 'height' && stems.has(r.body.stem as string));
    expect(heights.length).toBe(12 * 3 - 2);
    expect(new Set(heights.map((h) => h.body.method))).toEqual(new Set(['line-shots', 'two-sights', 'stick', 'two-stations']));
    expect(records.filter((r) => r.kind === 'pace-calibration')).toHaveLength(2);
  });

  it('give back the truth within the stated errors', () => {
    const superseded = new Set(records.map((r) => r.supersedes));
    const treeOfStem = new Map(records.filter((r) => r.kind === 'stem').map((r) => [r.id, r.body.tree]));
    const stemNumber = new Map(records.filter((r) => r.kind === 'stem').map((r) => [r.id, r.body.number]));
    const lastVisit = new Map(records.filter((r) => r.kind === 'visit').map((r) => [r.body.tree, r.id]));
    const misses: number[] = [];
    for (const t of truth) {
      if (t.blunder === 'girth-as-diameter') continue;
      const scene = SCENES.find((s) => s.key === t.scene) as Scene;
      const readings = records
        .filter(
          (r) =>
            r.kind === 'reading' &&
            !superseded.has(r.id) &&
            treeOfStem.get(r.body.stem as string) === t.id &&
            lastVisit.get(t.id) === r.body.visit,
        )
        .map((r) => ({
          ...(r.body.read as Reading),
          // what the kit adds to a reading: the reach of the person who held the stick
          ...((r.body.read as Reading).kind === 'stick' ? { reach: 0.64 } : {}),
          stem: String(stemNumber.get(r.body.stem as string)),
          ...(r.body.station ? { station: r.body.station as string } : {}),
        }));
      const result = deriveTree({ readings, protocol: PRESETS[scene.preset].options, species: t.species.figures });
      const first = result.stems.find((s) => s.stem === '1')?.dbh;
      expect(first?.ok && Math.abs(first.value.value - t.dbh), t.id).toBeLessThan(0.009);
      if (t.blunder === 'clinometer-off') continue;
      if (result.height.ok) misses.push((result.height.value.value - t.height) / result.height.value.sigma);
    }
    expect(misses.length).toBeGreaterThan(45);
    const within2 = misses.filter((m) => Math.abs(m) <= 2).length / misses.length;
    expect(within2).toBeGreaterThan(0.9);
    // not so wide that anything would pass
    expect(Math.sqrt(misses.reduce((s, m) => s + m * m, 0) / misses.length)).toBeGreaterThan(0.7);
  });
});
