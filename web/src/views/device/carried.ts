import { sayDate } from '../../book/say-date';
import type { BookState } from '../../field/book-state';
import type { Coming } from '../../field/store';

/** A survey that this device carries. */
export interface Carried {
  readonly id: string;
  readonly name: string;
  /** How old what is here is, in words. */
  readonly says: string;
  readonly coming: Coming | null;
  /** Made by the device itself for trees of no survey: it stays. */
  readonly single: boolean;
}

/** What is carried, by name, with the day up to which it holds what the server has. */
export function carriedHere({ book, along, coming, reached, takenIn }: BookState, today: string): readonly Carried[] {
  return [...along]
    .map((id): Carried => {
      const survey = book.find('survey', id);
      const partly = coming.get(id) ?? null;
      const day = takenIn === today ? 'today' : takenIn && `on ${sayDate(takenIn, today)}`;
      const age = reached === true ? 'up to date' : day ? `as the server had it ${day}` : 'as it is kept here';
      return {
        id,
        name: survey?.body.name ?? 'a survey that is on its way',
        says: partly ? 'partly here' : age,
        coming: partly,
        single: survey?.body.kind === 'single-trees',
      };
    })
    .sort((a, b) => a.name.localeCompare(b.name));
}
