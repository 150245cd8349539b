import { IDBFactory } from 'fake-indexeddb';
import 'fake-indexeddb/auto';
import { vi } from 'vitest';
import { engineOver } from '../derivation/test-suite';

engineOver(
  'the store of a device',
  async () => {
    vi.resetModules();
    vi.stubGlobal('indexedDB', new IDBFactory());
    const [{ keepLocally }, { DeviceStore, treeRowsOf }] = await Promise.all([import('./store'), import('./derivation-store')]);
    return {
      store: (survey) => new DeviceStore(survey),
      put: async (records) => {
        await keepLocally(records);
      },
      rows: async (survey) => (await treeRowsOf(survey)).flatMap((t) => t.rows),
      close: async () => {},
    };
  },
  25,
);
