import { compareSchools, PRESETS, type ProtocolOptions, type School, type TreeResult, TYPICAL_ERRORS } from '@arbolito/core';
import { inclusionOf, type Standpoint, standpointOf } from '../book/inclusion';
import { outcomeOf } from '../book/outcome';
import { type DeriveRequest, DeriveTree } from '../contract/derive';
import { type DerivedTree, type DeriveResponse, treeAnswer } from '../contract/derive-answer';
import { validate } from '../contract/validate';
import { withoutNulls } from '../contract/without-nulls';

/** So many errors are listed in one answer; from then on one a tree. */
const MOST_LISTED = 1000;

/** Computes every tree of a request for itself and stores nothing. */
export function deriveAll(request: DeriveRequest): DeriveResponse {
  const protocol = request.preset ? PRESETS[request.preset].options : (request.protocol as ProtocolOptions);
  const errors = { ...TYPICAL_ERRORS, ...Object.fromEntries(Object.entries(request.errors ?? {}).filter(([, v]) => v != null)) };
  const sample = request.sample ? standpointOf(withoutNulls(request.sample)) : null;
  let listed = 0;
  return {
    trees: request.trees.map((plain, i) => {
      const tree = deriveOne(plain, `trees[${i}]`, protocol, errors, sample);
      // an answer is not to grow far beyond what was asked: past so many errors each tree says its first alone
      const most = Math.max(1, MOST_LISTED - listed);
      listed += tree.errors.length;
      return tree.errors.length > most ? { ...tree, errors: tree.errors.slice(0, most) } : tree;
    }),
  };
}

function deriveOne(
  plain: unknown,
  at: string,
  protocol: ProtocolOptions,
  errors: typeof TYPICAL_ERRORS,
  sample: Standpoint | null,
): DerivedTree {
  const checked = validate(DeriveTree, plain, at);
  const given = (plain as { id?: unknown } | null)?.id;
  const id = typeof given === 'string' ? given.slice(0, 100) : null;
  if (!checked.ok) return { id, ok: false, errors: [...checked.errors] };
  const tree = withoutNulls(checked.value);
  const input = { readings: tree.readings, protocol, species: tree.species ?? {}, eyeHeight: tree.eyeHeight ?? null, errors };
  const before = {
    previous: tree.previous ?? [],
    ...(tree.reach == null ? {} : { reach: tree.reach }),
    ...(tree.previousHeight ? { previousHeight: tree.previousHeight } : {}),
  };
  const outcome = outcomeOf(input, before);
  if (!outcome.ok) {
    const { quantity, value, expected } = outcome.error;
    return { id, ok: false, errors: [{ field: `${at}.readings (${quantity})`, value: value ?? null, allowed: expected }] };
  }
  const { result, findings } = outcome;
  const answer = treeAnswer(result, findings, schoolsOf(result, protocol), input);
  if (!tree.place) return { id, ok: true, result: answer, errors: [] };
  if (!sample) return { id, ok: false, errors: [{ field: `${at}.place`, value: null, allowed: 'a place goes with the request’s sample' }] };
  const { dbh } = result;
  const found = dbh.ok
    ? inclusionOf(dbh.value, sample, tree.place, errors)
    : { ok: false as const, missing: { code: dbh.code, reason: dbh.reason } };
  const withPlace = found.ok
    ? { ...answer, inclusion: found.value }
    : { ...answer, missing: { ...answer.missing, inclusion: found.missing } };
  return { id, ok: true, result: withPlace, errors: [] };
}

/** What other schools would do on every trunk of which something is said. */
function schoolsOf(result: TreeResult, protocol: ProtocolOptions): ReadonlyMap<string, readonly School[]> {
  const height = result.height.ok ? result.height.value.value : null;
  return new Map(
    result.stems.flatMap(({ stem, where, dbh }) =>
      where?.ok ? [[stem, compareSchools(where.value.trunk, protocol, dbh.ok ? dbh.value.unrounded : null, height)] as const] : [],
    ),
  );
}
