import { demoRecords } from '@arbolito/demo';
import { test as base, expect } from '@playwright/test';
import { v7 } from 'uuid';
import { withIds } from '../src/book/with-ids';
import type { Kind } from '../src/contract/kinds/index';
import { SHARED_KINDS } from '../src/contract/scope';

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
      const mine = all.filter((r) => r.device === survey.device && !SHARED_KINDS.has(r.kind as Kind));
      const ids = new Map(mine.map((r) => [r.id, v7()]));
      const records = withIds(mine, ids);
      const own = records.find((r) => r.kind === 'survey');
      const name = `${like} ${own?.id.slice(-6)}`;
      if (own) own.body.name = name;
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
