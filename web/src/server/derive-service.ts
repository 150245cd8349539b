import {
  checkTree,
  compareSchools,
  DomainError,
  deriveTree,
  metres,
  PRESETS,
  type ProtocolOptions,
  type School,
  type TreeResult,
  TYPICAL_ERRORS,
} from '@arbolito/core';
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
  let listed = 0;
  return {
    trees: request.trees.map((plain, i) => {
      const tree = deriveOne(plain, `trees[${i}]`, protocol, errors);
      // an answer is not to grow far beyond what was asked: past so many errors each tree says its first alone
      const most = Math.max(1, MOST_LISTED - listed);
      listed += tree.errors.length;
      return tree.errors.length > most ? { ...tree, errors: tree.errors.slice(0, most) } : tree;
    }),
  };
}

function deriveOne(plain: unknown, at: string, protocol: ProtocolOptions, errors: typeof TYPICAL_ERRORS): DerivedTree {
  const checked = validate(DeriveTree, plain, at);
  const given = (plain as { id?: unknown } | null)?.id;
  const id = typeof given === 'string' ? given.slice(0, 100) : null;
  if (!checked.ok) return { id, ok: false, errors: [...checked.errors] };
  const tree = withoutNulls(checked.value);
  const species = tree.species ?? {};
  try {
    const result = deriveTree({
      readings: tree.readings,
      protocol,
      species,
      errors,
      ...(tree.eyeHeight != null ? { eyeHeight: metres(tree.eyeHeight) } : {}),
    });
    const findings = checkTree({
      readings: tree.readings,
      result,
      protocol,
      species,
      previous: tree.previous ?? [],
      ...(tree.previousHeight ? { previousHeight: tree.previousHeight } : {}),
    });
    return { id, ok: true, result: treeAnswer(result, findings, schoolsOf(result, protocol)), errors: [] };
  } catch (e) {
    if (!(e instanceof DomainError)) throw e;
    return { id, ok: false, errors: [{ field: `${at}.readings (${e.quantity})`, value: e.value ?? null, allowed: e.expected }] };
  }
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
