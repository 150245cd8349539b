import { useState } from 'react';
import { useBookState } from '../field/use-book';
import { download } from './download';

/** Saves what the server does not have yet as a file, which any page of Arbolito takes in. */
export function SaveUnsynced({ className = 'button' }: { className?: string }) {
  const { unsaved } = useBookState();
  const [failed, setFailed] = useState<string | null>(null);
  const save = async () => {
    try {
      const { recordsFile, unsyncedRecords } = await import('../field/records-file');
      const name = `arbolito-${new Date().toISOString().slice(0, 16).replace(/[T:]/g, '-')}.json`;
      download(name, recordsFile(await unsyncedRecords(unsaved)), 'application/json');
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
