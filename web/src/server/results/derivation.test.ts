import { asc } from 'drizzle-orm';
import type { TreeRow } from '../../book/tree-row';
import { engineOver } from '../../derivation/test-suite';
import { treeRow } from '../schema/index';
import { push } from '../sync-service';
import { testDatabase } from '../test-database';
import { ServerStore } from './derivation-store';
import { asRow } from './tree-rows';

engineOver(
  'the database',
  async () => {
    const t = await testDatabase();
    return {
      // few records at once: several parts, beside each other
      store: (survey) => new ServerStore(t.db, survey, 15),
      put: async (records) => {
        const { answers } = await push(t.db, records);
        const [refused] = answers.filter((a) => a.status !== 'stored');
        if (refused) throw new Error(JSON.stringify(refused));
      },
      rows: async (survey): Promise<readonly TreeRow[]> =>
        (await t.db.select().from(treeRow).orderBy(asc(treeRow.tree))).filter((r) => r.scope === survey).map(asRow),
      close: t.drop,
    };
  },
  6,
);
