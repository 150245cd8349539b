import { useState } from 'react';
import type { AnyRecord } from '../contract/envelope';
import { download } from './download';

/**
 * Saves what the server does not have yet as a file, which any page of Arbolito takes in.
 * @param unsaved what the page holds alone
 */
export function SaveUnsynced({ unsaved, className = 'button' }: { unsaved: readonly AnyRecord[]; className?: string }) {
  const [failed, setFailed] = useState<string | null>(null);
  const save = async () => {
    try {
      const { recordsFile, recordsFileName, unsyncedRecords } = await import('../field/records-file');
      download(recordsFileName(new Date()), recordsFile(await unsyncedRecords(unsaved)), 'application/json');
      setFailed(null);
    } catch (e) {
      setFailed((e as Error).message);
    }
  };
  return (
    <>
      <button type="button" className={className} onClick={() => void save()}>
        Save unsynced records as a file
      </button>
      {failed && <span className="text-berry">The file could not be saved: {failed}.</span>}
    </>
  );
}
