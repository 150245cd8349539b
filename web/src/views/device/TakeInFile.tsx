import { useState } from 'react';
import { bookStore } from '../../field/book-store';
import { readRecordsFile } from '../../field/records-file';

const MOST_BYTES = 100_000_000;

/** Takes in records that a page saved as a file: they are saved here and sent. Taken in twice they are the same records. */
export function TakeInFile() {
  const [said, setSaid] = useState<{ readonly wrong: boolean; readonly text: string } | null>(null);
  const take = async (file: File | undefined) => {
    if (!file) return;
    if (file.size > MOST_BYTES) return setSaid({ wrong: true, text: 'This file is larger than 100 MB. It was not saved by Arbolito.' });
    const read = readRecordsFile(await file.text());
    if (!read.ok) return setSaid({ wrong: true, text: read.reason });
    await bookStore.keep(read.records);
    const n = read.records.length;
    setSaid({ wrong: false, text: `${n} ${n === 1 ? 'record is' : 'records are'} taken in, and sent to the server when it answers.` });
  };
  return (
    <>
      <label className="button cursor-pointer">
        Take in a file of records
        <input
          type="file"
          accept="application/json,.json"
          className="sr-only"
          onChange={(e) => {
            void take(e.target.files?.[0]);
            e.target.value = '';
          }}
        />
      </label>
      {said && (
        <span className={said.wrong ? 'text-berry' : ''} role="status">
          {said.text}
        </span>
      )}
    </>
  );
}
