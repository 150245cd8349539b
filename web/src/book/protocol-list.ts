import { PRESETS, type PresetKey, type ProtocolOptions } from '@arbolito/core';
import type { RecordOf } from '../contract/envelope';
import type { Book } from './book';
import { differences } from './protocol-differences';

/** A protocol to read: one of the presets, or one of the book's own with its versions. */
export interface ProtocolLine {
  /** The preset's key, or the id of the entity. */
  readonly id: string;
  readonly name: string;
  readonly why: string | null;
  readonly options: ProtocolOptions;
  /** Null for a preset. */
  readonly record: RecordOf<'protocol'> | null;
  /** Oldest first. */
  readonly versions: readonly RecordOf<'protocol'>[];
  /** Surveys measured under it, with which of its versions. */
  readonly surveys: readonly { readonly id: string; readonly name: string; readonly version: number }[];
}

/**
 * The presets, and every protocol of the book that is not one of them word for word. A survey's copy of a preset stands
 * under the preset.
 */
export function protocolLines(book: Book): readonly ProtocolLine[] {
  const surveys = book.all('survey');
  const own: ProtocolLine[] = [];
  const underPreset = new Map<PresetKey, ProtocolLine['surveys'][number][]>();
  for (const entity of book.kind('protocol')) {
    const head = entity.heads.at(-1);
    if (!head) continue;
    const used = surveys.flatMap((s) => {
      const i = entity.history.findIndex((v) => v.id === s.body.protocol);
      return i < 0 ? [] : [{ id: s.entity, name: s.body.name, version: i + 1 }];
    });
    const preset = head.body.preset;
    if (
      preset &&
      entity.history.length === 1 &&
      head.body.name === PRESETS[preset].name &&
      differences(head.body.options, PRESETS[preset].options).length === 0
    ) {
      underPreset.set(preset, [...(underPreset.get(preset) ?? []), ...used]);
      continue;
    }
    own.push({
      id: entity.id,
      name: head.body.name,
      why: null,
      options: head.body.options,
      record: head,
      versions: entity.history,
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
  return [...presets, ...own];
}
