import { PRESETS, type PresetKey, type ProtocolOptions } from '@arbolito/core';
import type { RecordOf } from '../contract/envelope';
import { sameValue } from '../contract/same';
import type { Book } from './book';
import { differences } from './protocol-differences';
import type { Thing } from './things';
import { currentOf } from './versions';

/** A protocol to read: one of the presets, or one of the book's own with its versions. */
export interface ProtocolLine {
  /** The preset's key, or the id of the entity. */
  readonly id: string;
  readonly name: string;
  readonly why: string | null;
  readonly options: ProtocolOptions;
  /** Null for a preset. */
  readonly record: Thing<'protocol'> | null;
  /** Oldest first. */
  readonly versions: readonly RecordOf<'protocol'>[];
  /** Surveys measured under it, with which of its versions. */
  readonly surveys: readonly { readonly id: string; readonly name: string; readonly version: number }[];
}

/** The version that says just what a protocol of the book says; null where no single one does, as two people changed it at once. */
export const exactVersionOf = ({ record }: Pick<ProtocolLine, 'record'>): string | null =>
  record && sameValue(record.latest.body, record.body) ? record.latest.id : null;

/**
 * The presets, and every protocol of the book that is not one of them word for word. A survey's copy of a preset stands
 * under the preset.
 */
export function protocolLines(book: Book): readonly ProtocolLine[] {
  const surveys = book.all('survey');
  const lines: ProtocolLine[] = [];
  const underPreset = new Map<PresetKey, ProtocolLine['surveys'][number][]>();
  for (const entity of book.kind('protocol')) {
    const own = currentOf(entity);
    if (!own) continue;
    const used = surveys.flatMap((s) => {
      const i = entity.history.findIndex((v) => v.id === s.body.protocol);
      return i < 0 ? [] : [{ id: s.entity, name: s.body.name, version: i + 1 }];
    });
    const { preset } = own.body;
    if (
      preset &&
      entity.history.length === 1 &&
      own.body.name === PRESETS[preset].name &&
      differences(own.body.options, PRESETS[preset].options).length === 0
    ) {
      underPreset.set(preset, [...(underPreset.get(preset) ?? []), ...used]);
      continue;
    }
    lines.push({
      id: own.entity,
      name: own.body.name,
      why: null,
      options: own.body.options,
      record: own,
      versions: own.history,
      surveys: used,
    });
  }
  const presets = Object.values(PRESETS).map(
    (p): ProtocolLine => ({
      id: p.key,
      name: p.name,
      why: p.why,
      options: p.options,
      record: null,
      versions: [],
      surveys: underPreset.get(p.key) ?? [],
    }),
  );
  return [...presets, ...lines];
}
