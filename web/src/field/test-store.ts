import type { AnyRecord } from '../contract/envelope';
import { settleOutbox } from './acknowledged';

export { keepLocally } from './store';

/** Has the server say that it has some records. */
export const settle = (records: readonly AnyRecord[]) =>
  settleOutbox(
    records.map((r) => ({ id: r.id, status: 'stored' as const, errors: [] })),
    [],
  );
