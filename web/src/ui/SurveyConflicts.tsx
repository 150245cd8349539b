import { useMemo } from 'react';
import { useBook } from '../field/use-book';
import { Conflicts } from './Conflicts';

/** What two people differ in of a survey itself, and how many conflicts its trees, plots and strata have. */
export function SurveyConflicts({ survey, trees }: { survey: string; trees: number }) {
  const book = useBook((s) => s.book);
  const others = useMemo(
    () =>
      book.waiting().filter(({ kind, entity }) => {
        if (kind !== 'plot' && kind !== 'stratum') return false;
        return book.find(kind, entity)?.body.survey === survey;
      }).length,
    [book, survey],
  );
  const units = book.protocolOf(book.find('survey', survey))?.options.units ?? 'metric';
  const open = trees + others;
  return (
    <>
      <Conflicts book={book} kind="survey" entity={survey} units={units} />
      {open > 0 && (
        <p className="mt-2" data-conflicts={open}>
          <a className="inline-flex min-h-11 items-center text-berry underline underline-offset-4" href="/refused">
            {open === 1 ? '1 conflict' : `${open} conflicts`}: two people entered different values
          </a>
        </p>
      )}
    </>
  );
}
