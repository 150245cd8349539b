import { METRES_PER_FOOT, type Reading, type Trunk } from '@arbolito/core';
import type { Chance } from './random';
import type { Scene } from './scene';
import type { TrueTree } from './true-tree';

export interface Taken {
  readonly read: Reading;
  readonly typed: string;
}

const ANGLE_ERROR = (0.2 * Math.PI) / 180;

/**
 * What instruments would have shown: rays traced to the true tree, errors drawn, then the marks of the scale. It shares
 * no formula with the computations it is later compared with.
 */
export function takeReadings(
  scene: Scene,
  tree: TrueTree,
  eyeHeight: number,
  chance: Chance,
  how: { height: boolean; hiddenBase: boolean; trunk?: Trunk; trunkSaid?: string; stick?: boolean },
): Taken[] {
  const us = scene.preset === 'timber-us';
  const taken: Taken[] = [];
  const length = (unit: 'm' | 'cm' | 'ft' | 'in', value: number) => ({ value, unit }) as const;
  const dbh = tree.dbh + chance.normal(0.0015);
  const read = us ? Math.round((dbh / 0.0254) * 10) / 10 : Math.floor(dbh * 1000 + 1e-9) / 10;
  if (how.trunk) taken.push({ read: { kind: 'trunk', trunk: how.trunk }, typed: how.trunkSaid ?? 'trunk' });
  if (how.stick && scene.person.stick) {
    const { bias, spread } = scene.person.stick;
    const stick = Math.round((dbh / 0.0254) * (1 + bias + chance.normal(spread)) * 2) / 2;
    // what is written at the mark is for the stick's own reach; a longer arm reads more off it
    taken.push({ read: { kind: 'diameter', tool: 'biltmore-stick', ...length('in', stick), reach: 0.635 }, typed: String(stick) });
  }
  taken.push({ read: { kind: 'diameter', tool: 'diameter-tape', ...length(us ? 'in' : 'cm', read) }, typed: String(read) });
  if (how.height) {
    const steep = Math.abs(tree.slope) > 4;
    const slope = (tree.slope * Math.PI) / 180;
    const ground = { x: tree.distance, y: -tree.distance * Math.tan(slope) };
    const eye = { x: ground.x, y: ground.y + eyeHeight };
    const along = steep ? Math.hypot(ground.x, ground.y) : ground.x;
    const taped = Math.round((along * (1 + chance.normal(0.0008)) * 10) / (us ? METRES_PER_FOOT : 1)) / 10;
    taken.push({
      read: { kind: 'distance', ...length(us ? 'ft' : 'm', taped), along: steep ? 'slope' : 'level', to: 'axis' },
      typed: String(taped),
    });
    const sight = (target: 'tip' | 'base' | 'mark' | 'ground' | 'crown-base', angle: number) => {
      const seen = angle + chance.normal(ANGLE_ERROR);
      const scale = target === 'ground' ? 'degree' : scene.angle;
      const value = scale === 'degree' ? Math.round(((seen * 180) / Math.PI) * 2) / 2 : Math.round(100 * Math.tan(seen) * 2) / 2;
      taken.push({ read: { kind: 'angle', target, value, scale }, typed: String(value) });
    };
    const to = (x: number, y: number) => Math.atan2(y - eye.y, eye.x - x);
    if (steep) sight('ground', slope);
    sight('tip', to(-tree.tipOffset, tree.height));
    if (chance.chance(0.25)) sight('tip', to(-tree.tipOffset, tree.height));
    if (how.hiddenBase) {
      sight('mark', to(0, 1.3));
      taken.push({ read: { kind: 'mark-height', value: 1.3, unit: 'm' }, typed: '1.3' });
    } else sight('base', to(0, 0));
    if (!us && chance.chance(0.5)) sight('crown-base', to(0, tree.crownBase));
  }
  if (scene.logs && tree.dbh > 0.26) taken.push({ read: { kind: 'logs', value: tree.logs }, typed: String(tree.logs) });
  return taken;
}
