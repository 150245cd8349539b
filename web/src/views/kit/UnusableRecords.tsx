import type { Book } from '../../book/book';

/** Checks of an instrument, or calibrations of a pace, that were kept under older rules and can't be used. */
export function UnusableRecords({ book, owner, what, remedy }: { book: Book; owner: string; what: string; remedy: string }) {
  const records = book.kit.unusableOf(owner);
  if (records.length === 0) return null;
  return (
    <ul className="mt-1 text-plain text-berry" data-unusable>
      {records.map(({ id, at, why }) => (
        <li key={id}>
          {what} of {at.slice(0, 10)} is not used: {why.message}. {remedy}
        </li>
      ))}
    </ul>
  );
}
