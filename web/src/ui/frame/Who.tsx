import { useSyncExternalStore } from 'react';
import { onPreferences, savedPreferences, savePreferences } from '../../field/preferences';
import { useBook } from '../../field/use-book';
import { PersonSelect } from '../PersonSelect';

const personNow = () => savedPreferences().person;
const nobody = () => null;

/** Whose readings these are. */
export function Who() {
  const book = useBook((s) => s.book);
  const person = useSyncExternalStore(onPreferences, personNow, nobody);
  const people = book.all('person');
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
