import { recordsFile, recordsFileName, unsyncedRecords } from '../field/records-file';
import { download } from './download';

/**
 * Offers to save what the server does not have yet as a file, where a page did not come: nothing of it is used.
 * @param into where the offer is put
 */
export async function offerSave(into: HTMLElement): Promise<void> {
  const records = await unsyncedRecords([]);
  if (records.length === 0) {
    const said = document.createElement('p');
    said.className = 'mt-3';
    said.textContent = 'Every record of this device is synced.';
    into.append(said);
    return;
  }
  const save = document.createElement('button');
  save.type = 'button';
  save.className = 'button mt-3';
  save.textContent = records.length === 1 ? 'Save 1 unsynced record as a file' : `Save ${records.length} unsynced records as a file`;
  save.addEventListener('click', () => download(recordsFileName(new Date()), recordsFile(records), 'application/json'));
  into.append(save);
}
