import type { Position } from '@arbolito/core';
import { onMap } from './more-plots';
import { PUERTO_LENGA, STREET_TREES } from './puerto-lenga';
import { Chance } from './random';
import type { Keeper } from './record-keeper';
import { takeReadings } from './take-readings';
import { growTree, type TrueTree } from './true-tree';

const HARBOUR: Position = [-72.9131, -45.4021];
/** Three streets: where each begins, metres from the harbour, which way it runs, and how many trees stand along it. */
const STREETS = {
  M: { from: [0, 0], bearing: 62, trees: 84 },
  F: { from: [40, 60], bearing: 338, trees: 76 },
  P: { from: [210, 130], bearing: 64, trees: 60 },
} as const;
type Street = keyof typeof STREETS;

/** Where a tree of this tag stands. */
export const standsBy = (tag: string) => standsOnStreet(tag.charAt(0) as Street, Number(tag.slice(2)) - 1);

/** Both sides of a street in turn, nine metres apart. */
function standsOnStreet(street: Street, i: number): { readonly longitude: number; readonly latitude: number } {
  const { from, bearing } = STREETS[street];
  const turn = (bearing * Math.PI) / 180;
  const [along, aside] = [9 * Math.floor(i / 2) + 4, i % 2 === 0 ? 5.5 : -5.5];
  const [longitude, latitude] = onMap(HARBOUR, [
    from[0] + along * Math.sin(turn) + aside * Math.cos(turn),
    from[1] + along * Math.cos(turn) - aside * Math.sin(turn),
  ]);
  return { longitude, latitude };
}

const CONDITIONS = [
  { item: 'good', share: 0.62 },
  { item: 'fair', share: 0.25 },
  { item: 'poor', share: 0.1 },
  { item: 'dying', share: 0.03 },
] as const;
const CONFLICTS = [
  { item: 'none', share: 0.7 },
  { item: 'wires', share: 0.12 },
  { item: 'pavement', share: 0.14 },
  { item: 'sight line', share: 0.04 },
] as const;

interface Where {
  readonly survey: string;
  readonly protocol: string;
  readonly species: ReadonlyMap<string, string>;
}

/** The rest of the town's street trees, with sites where none stands; some of what is asked was not answered. */
export function moreStreetTrees(keeper: Keeper, { survey, protocol, species }: Where): (TrueTree & { readonly id: string })[] {
  const chance = new Chance(90210);
  const truth: (TrueTree & { readonly id: string })[] = [];
  for (const street of Object.keys(STREETS) as Street[]) {
    const first = STREET_TREES.filter((t) => t.tag.startsWith(street)).length;
    for (let i = first; i < STREETS[street].trees; i++) {
      keeper.now += 180_000;
      const real = { ...growTree(PUERTO_LENGA, chance), slope: 0 };
      const tag = `${street} ${String(i + 1).padStart(2, '0')}`;
      const vacant = chance.chance(0.06);
      const own = { condition: chance.pick(CONDITIONS), conflict: chance.pick(CONFLICTS) };
      const stands = standsOnStreet(street, i);
      if (vacant) {
        keeper.keep('tree', { survey, tag, species: null, ...stands, status: 'vacant' });
        continue;
      }
      const answered = i % 23 === 11 ? { condition: own.condition } : own;
      const id = keeper.keep('tree', { survey, tag, species: species.get(real.species.code), ...stands, status: 'alive', own: answered });
      const at = { stem: keeper.keep('stem', { tree: id, number: 1 }), visit: keeper.keep('visit', { tree: id, on: keeper.today() }) };
      const keep = (quantity: string, method: string, station: string | null) => {
        const determination = keeper.keep('determination', { ...at, quantity, method, protocol });
        return (typed: string, read: object, shot: number) => keeper.keep('reading', { ...at, determination, station, shot, typed, read });
      };
      const girth = Math.round((real.dbh + chance.normal(0.001)) * Math.PI * 100);
      keep('dbh', 'tape', null)(String(girth), { kind: 'diameter', tool: 'plain-tape', value: girth, unit: 'cm', pom: 1.3 }, 1);
      if (i % 5 === 0) {
        const sighted = keep('height', 'tangent', keeper.keep('station', { visit: at.visit, number: 1 }));
        const shots = new Map<string, number>();
        for (const { read, typed } of takeReadings(PUERTO_LENGA, real, PUERTO_LENGA.person.eyeHeight, chance, {
          height: true,
          hiddenBase: false,
        })) {
          if (read.kind === 'diameter') continue;
          const slot = read.kind === 'angle' ? read.target : read.kind;
          shots.set(slot, (shots.get(slot) ?? 0) + 1);
          sighted(typed, read, shots.get(slot) ?? 1);
        }
      }
      truth.push({ ...real, id });
    }
  }
  return truth;
}
