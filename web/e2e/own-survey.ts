import { PRESETS, type PresetKey } from '@arbolito/core';
import { type DemoRecord, demoRecords } from '@arbolito/demo';
import { test as base, expect } from '@playwright/test';
import { v7 } from 'uuid';
import { withIds } from '../src/book/with-ids';
import type { Kind } from '../src/contract/kinds/index';
import { SHARED_KINDS } from '../src/contract/scope';

/** So many trees of a survey are copied: a copy is quickly made, and its last tree is known. */
const FIRST_TREES: Readonly<Record<string, number>> = { 'Monte Umbrío': 62, 'Tansy Creek tract': 26, 'Puerto Lenga': 17 };

/** The records without those of the trees after the first so many. */
function firstTrees(records: readonly DemoRecord[], most: number): readonly DemoRecord[] {
  const left = new Set(
    records
      .filter((r) => r.kind === 'tree')
      .slice(most)
      .map((r) => r.id),
  );
  return records.filter((r) => {
    const { tree, stem, visit } = r.body as Record<string, string | undefined>;
    const gone = left.has(r.id) || [tree, stem, visit].some((of) => of !== undefined && left.has(of));
    if (gone) left.add(r.id);
    return !gone;
  });
}

export const test = base.extend<{
  /** Puts a copy of a demo survey on the server, under another name that nobody else uses; gives that name. */
  ownSurvey: (like: string) => Promise<string>;
}>({
  ownSurvey: async ({ request, baseURL }, use) => {
    await use(async (like) => {
      const all = demoRecords().records;
      const survey = all.find((r) => r.kind === 'survey' && r.body.name === like);
      if (!survey) throw new Error(`the demo has no ${like}`);
      // what every survey shares stays as the demo has it; the rest is this test's own
      const mine = firstTrees(
        all.filter((r) => r.device === survey.device && !SHARED_KINDS.has(r.kind as Kind)),
        FIRST_TREES[like] ?? Number.POSITIVE_INFINITY,
      );
      const ids = new Map(mine.map((r) => [r.id, v7()]));
      const records = [...withIds(mine, ids)];
      const own = records.find((r) => r.kind === 'survey');
      const name = `${like} ${own?.id.slice(-6)}`;
      if (own) {
        own.body.name = name;
        // under the plain preset: every tree wants a height, whatever its id
        const protocol = all.find((r) => r.id === survey.body.protocol);
        const preset = PRESETS[protocol?.body.preset as PresetKey];
        const id = v7();
        const plain = {
          ...survey,
          id,
          entity: id,
          kind: 'protocol',
          body: { name: preset.name, preset: preset.key, options: preset.options },
        };
        records.unshift(plain);
        own.body.protocol = id;
      }
      for (let i = 0; i < records.length; i += 500) {
        const answer = await request.post('/api/v1/sync', {
          data: { records: records.slice(i, i + 500) },
          headers: { origin: baseURL ?? '' },
        });
        const { answers } = (await answer.json()) as { answers: { status: string }[] };
        expect(answers.filter((a) => a.status !== 'stored')).toEqual([]);
      }
      return name;
    });
  },
});
export { expect };
