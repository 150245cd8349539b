import { standCsv } from '../../book/results-csv';
import type { SurveyResults } from '../../book/survey-results';
import type { Stated } from '../../book/things';
import { sheets } from '../../field/use-sheet';
import { download } from '../../ui/download';

const CSV = 'text/csv';

/** The trees and the stand table as files for a spreadsheet. */
export function SaveAs({ survey, results, confidence }: { survey: Stated<'survey'>; results: SurveyResults; confidence: number }) {
  const name = survey.body.name.trim().replace(/[^\p{L}\p{N}]+/gu, '-');
  return (
    <span className="flex flex-wrap gap-2">
      <button type="button" className="button" onClick={() => download(`${name}-stand.csv`, standCsv({ ...results, confidence }), CSV)}>
        Stand table, CSV
      </button>
      <button
        type="button"
        className="button"
        onClick={() =>
          void sheets()
            .treesCsv(survey.entity)
            .then((text) => text !== null && download(`${name}-trees.csv`, text, CSV))
        }
      >
        Trees, CSV
      </button>
    </span>
  );
}
