import { ErrorBoundary } from 'react-error-boundary';
import { useBookState } from '../field/use-book';
import { SaveUnsynced } from './SaveUnsynced';

/** What a browser says of a part of a page that it could not fetch. */
const NOT_FETCHED = /dynamically imported module|module script failed|importing a module|failed to fetch|load failed/i;

/** Stands in the place of a page, or of a part of one, that failed: what failed, that nothing is lost, and what to do. */
export function PageFailed({ error }: { error: unknown }) {
  const { message, stack } = error instanceof Error ? error : new Error(String(error));
  const fetched = !NOT_FETCHED.test(message);
  return (
    <div role="alert" className="m-4 max-w-2xl border-l-4 border-berry bg-sheet p-4" data-failed>
      <p className="text-title font-semibold">{fetched ? 'This page could not be shown.' : 'A part of this page could not be fetched.'}</p>
      <p className="mt-2">
        {fetched
          ? 'There is a fault in the program, or in a record that the page shows. Records that are saved stay saved.'
          : 'The server did not answer, or it has a newer version. Records that are saved stay saved.'}
      </p>
      <div className="mt-3 flex flex-wrap items-center gap-3">
        <button type="button" className="button button-go" onClick={() => location.reload()}>
          Reload this page
        </button>
        <ErrorBoundary fallback={<SaveUnsynced unsaved={[]} />}>
          <SaveOfBook />
        </ErrorBoundary>
        <a href="/" className="inline-flex min-h-12 items-center underline underline-offset-4">
          Go to all surveys
        </a>
      </div>
      <details className="mt-3 text-plain text-soft">
        <summary className="py-3">What failed</summary>
        <p className="font-semibold">{message}</p>
        <pre className="mt-1 overflow-x-auto text-note">{stack?.split('\n').slice(1, 6).join('\n')}</pre>
      </details>
    </div>
  );
}

/** With what a page holds alone, as long as the book of the page can say so. */
function SaveOfBook() {
  const { unsaved } = useBookState();
  return <SaveUnsynced unsaved={unsaved} />;
}
