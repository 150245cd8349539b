import type { UnitSystem } from '@arbolito/core';
import type { RecordOf } from '../contract/envelope';
import records from './single-trees.json';

/** The protocol and the survey of single trees in one system of units. */
export interface SingleTrees {
  readonly protocol: RecordOf<'protocol'>;
  readonly survey: RecordOf<'survey'>;
}

/**
 * Where trees are measured that belong to no survey. Every device makes these records by itself, with the same ids and to
 * the byte, so that a book has one such survey in each system of units. They never change: a preset that does leaves them.
 */
export const SINGLE_TREES = Object.fromEntries(
  Object.entries(records).map(([units, [protocol, survey]]) => [units, { protocol, survey }]),
) as unknown as Readonly<Record<UnitSystem, SingleTrees>>;

const SURVEYS: ReadonlySet<string> = new Set(Object.values(SINGLE_TREES).map((s) => s.survey.id));
export const SINGLE_TREE_SURVEYS: readonly string[] = [...SURVEYS];

/** Whether a survey of single trees is one that a device made for itself, before a book had one for all. */
export const isEarlierSingleTrees = (survey: { readonly entity: string; readonly body: { readonly kind: string } }): boolean =>
  survey.body.kind === 'single-trees' && !SURVEYS.has(survey.entity);
