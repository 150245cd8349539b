import { useState } from 'react';
import { bookStore } from '../field/book-store';

/** Takes a survey off this device, or says why it stays. */
export function LeaveBehind({ id, name, onLeft }: { readonly id: string; readonly name: string; readonly onLeft?: () => void }) {
  const [refused, setRefused] = useState<string | null>(null);
  const leave = async () => {
    const why = await bookStore.leaveBehind(id);
    setRefused(why);
    if (why === null) onLeft?.();
  };
  return (
    <>
      <button type="button" className="button" aria-label={`Leave ${name} behind`} onClick={() => void leave()}>
        Leave behind
      </button>
      {refused && (
        <p role="alert" className="w-full text-plain text-berry">
          {refused}
        </p>
      )}
    </>
  );
}
