import { useState } from 'react';
import { isEarlierSingleTrees, SINGLE_TREES } from '../../book/single-trees';
import type { Stated } from '../../book/things';
import type { AnyRecord } from '../../contract/envelope';
import { bookStore } from '../../field/book-store';
import { makerNow } from '../../field/device';
import { moveTrees } from '../../field/move-trees';
import { savedPreferences } from '../../field/preferences';
import { useBook } from '../../field/use-book';

/** On the page of the book's single trees: surveys that devices made for themselves before, whose trees can come here. */
export function MoveEarlier({ survey, units }: { survey: Stated<'survey'>; units: 'metric' | 'us' }) {
  const book = useBook((s) => s.book);
  const [said, setSaid] = useState<string | null>(null);
  const { protocol, survey: own } = SINGLE_TREES[units];
  if (survey.entity !== own.id) return null;
  const earlier = book.all('survey').filter((s) => isEarlierSingleTrees(s) && book.protocolOf(s)?.options.units === units);
  const move = async (from: Stated<'survey'>) => {
    setSaid('Moving trees …');
    try {
      const maker = () => makerNow(savedPreferences().person);
      const n = await moveTrees(from.entity, own.id, [protocol, own] as AnyRecord[], maker, (records) => bookStore.keep(records));
      setSaid(n === 1 ? '1 tree was moved here.' : `${n} trees were moved here.`);
    } catch (e) {
      setSaid(`The trees could not be moved: ${(e as Error).message}. Try again: what was moved stays moved.`);
    }
  };
  return (
    <>
      {earlier.map((s) => (
        <p key={s.entity} className="mt-3 flex flex-wrap items-center gap-3 border-l-4 border-slate bg-slate-bg p-3">
          <span className="flex-1">A device made a survey of single trees for itself: {s.body.name}, earlier.</span>
          <button type="button" className="button" onClick={() => void move(s)}>
            Move their trees here
          </button>
        </p>
      ))}
      {said && (
        <p className="mt-2" role="status">
          {said}
        </p>
      )}
    </>
  );
}
