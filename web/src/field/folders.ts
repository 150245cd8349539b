import type { AnyRecord } from '../contract/envelope';
import { homeOf } from '../contract/scope';
import type { Folder } from './schema';

/**
 * Where each of some records lies, in any order.
 * @param look where a record lies that is none of them; null when it is not here
 * @returns by id; null for what hangs on something that is not here
 */
export async function foldersOf(
  records: readonly AnyRecord[],
  look: (id: string) => Promise<Folder | null>,
): Promise<ReadonlyMap<string, Folder | null>> {
  const here = new Map(records.map((r) => [r.id, r]));
  const found = new Map<string, Folder | null>();
  const folder = async (id: string): Promise<Folder | null> => {
    const known = found.get(id);
    if (known !== undefined) return known;
    // a spoiled store may name in a circle: whoever comes back here finds nothing
    found.set(id, null);
    const record = here.get(id);
    const at = record ? await folderOf(record, folder) : await look(id);
    found.set(id, at);
    return at;
  };
  for (const { id } of records) await folder(id);
  return found;
}

async function folderOf(record: AnyRecord, folder: (id: string) => Promise<Folder | null>): Promise<Folder | null> {
  // the versions of a thing lie where its first one does
  if (record.entity !== record.id) return folder(record.entity);
  const home = homeOf(record);
  if ('scope' in home) return { scope: home.scope, tree: '' };
  const parent = await folder(home.like);
  return parent && record.kind === 'tree' ? { scope: parent.scope, tree: record.id } : parent;
}
