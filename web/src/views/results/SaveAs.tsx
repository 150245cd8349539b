import { standCsv } from '../../book/results-csv';
import type { SurveyResults } from '../../book/survey-results';
import type { Stated } from '../../book/things';
import { sheets } from '../../field/use-sheet';

/** Gives the browser a file to keep. */
function save(name: string, text: string): void {
  const url = URL.createObjectURL(new Blob([text], { type: 'text/csv;charset=utf-8' }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** The trees and the stand table as files for a spreadsheet. */
export function SaveAs({ survey, results, confidence }: { survey: Stated<'survey'>; results: SurveyResults; confidence: number }) {
  const name = survey.body.name.trim().replace(/[^\p{L}\p{N}]+/gu, '-');
  return (
    <span className="flex flex-wrap gap-2">
      <button type="button" className="button" onClick={() => save(`${name}-stand.csv`, standCsv({ ...results, confidence }))}>
        Stand table, CSV
      </button>
      <button
        type="button"
        className="button"
        onClick={() =>
          void sheets()
            .treesCsv(survey.entity)
            .then((text) => text !== null && save(`${name}-trees.csv`, text))
        }
      >
        Trees, CSV
      </button>
    </span>
  );
}
