import { aimAt } from '../height/index';
import { DEFAULT_FORM, profileHeight } from '../stem/index';
import type { ProtocolOptions } from '../survey/index';
import { type Metres, metres, showDiameter, type Tangent } from '../units';
import type { StationResult, TreeResult } from './result';

/** A place on the stem to sight, and what the instrument should read there. */
export interface Aim {
  readonly kind: 'base' | 'merchantable' | 'log-end' | 'crown-base';
  /** What it is, in a word or two. */
  readonly name: string;
  /** Above the ground reference, metres. */
  readonly height: Metres;
  readonly reading: Tangent;
}
/** A log is shown to this one and no farther. */
const MOST_LOGS = 5;

/**
 * Where to aim from a station for what is not sighted yet, and what the instrument will read there: the base by eye height
 * and slope, merchantable tops and log ends from the tree's own profile with the form of an average stem.
 * @param station where the eye is
 * @param result the tree as far as it is known
 * @param protocol what counts as merchantable
 * @param crownBase a guess of where the crown begins, metres; left out where nobody guesses
 * @returns what to sight, the base first; nothing more while height or diameter are not known
 * @throws DomainError where the station has no distance
 */
export function aimsFrom(station: StationResult, result: TreeResult, protocol: ProtocolOptions, crownBase?: number): readonly Aim[] {
  const lower = { distance: station.distance, base: station.base?.t ?? station.predictedBase, markHeight: station.markHeight };
  const aim = (kind: Aim['kind'], name: string, height: number): Aim => ({
    kind,
    name,
    height: metres(height),
    reading: aimAt(metres(height), lower),
  });
  const all: Aim[] = [];
  if (!station.base) all.push({ kind: 'base', name: 'base', height: metres(0), reading: station.predictedBase });
  const total = result.height.ok ? result.height.value.value : null;
  if (crownBase !== undefined && total !== null && !result.crownBase.ok && crownBase < total)
    all.push(aim('crown-base', 'crown base', crownBase));
  const rule = protocol.merchantable;
  const dbh = result.dbh.ok ? result.dbh.value : null;
  if (!rule || !dbh || total === null || total <= dbh.pom) return all;
  const stem = { diameter: dbh.value, pom: dbh.pom, height: total, form: DEFAULT_FORM };
  const tops = rule.tops
    .filter((t) => t.diameter < dbh.value)
    .map((t) => ({ at: profileHeight(metres(t.diameter), stem), name: showDiameter(metres(t.diameter), protocol.units) }));
  all.push(...tops.slice(0, 2).map((t) => aim('merchantable', t.name, t.at)));
  const [first] = tops;
  if (!first || !rule.logs) return all;
  const log = rule.logs.length + rule.logs.trim;
  const ends = Math.floor((first.at - rule.stumpHeight) / log);
  all.push(
    ...Array.from({ length: Math.min(ends, MOST_LOGS) }, (_, i) => aim('log-end', `log ${i + 1}`, rule.stumpHeight + log * (i + 1))),
  );
  return all;
}
