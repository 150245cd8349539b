import { useSyncExternalStore } from 'react';
import type { Book } from '../../book/book';
import { onPreferences, savedPreferences, savePreferences } from '../../field/preferences';
import { useListOf } from '../../field/use-book';
import { PersonSelect } from '../PersonSelect';

const personNow = () => savedPreferences().person;
const nobody = () => null;
const allPeople = (book: Book) => book.all('person');

/** Whose readings these are. */
export function Who() {
  const people = useListOf(allPeople);
  const person = useSyncExternalStore(onPreferences, personNow, nobody);
  if (people.length === 0) return null;
  return (
    <PersonSelect
      people={people}
      value={person}
      name="Measured by"
      nobody="who measures?"
      onPick={(picked) => savePreferences({ person: picked })}
    />
  );
}
