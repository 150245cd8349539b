import { useMemo, useState } from 'react';
import { useSearchParams } from 'wouter';
import type { SurveyResults } from '../../book/survey-results';
import { USUAL_CONFIDENCE } from '../../book/survey-results';
import type { Stated } from '../../book/things';
import { useBook } from '../../field/use-book';
import { useResults } from '../../field/use-results';
import { Coming } from '../../ui/Coming';
import { Frame } from '../../ui/frame/Frame';
import { SurveyNotYet, SurveyTitle, surveyInFrame } from '../../ui/SurveyNotYet';
import { Diameters } from './Diameters';
import type { Said } from './figures';
import { Headline } from './Headline';
import { HeightCurve } from './HeightCurve';
import { NotesBeside } from './NotesBeside';
import { OffTheCurve } from './OffTheCurve';
import { SaveAs } from './SaveAs';
import { StandTable } from './StandTable';
import { Strata } from './Strata';

const CONFIDENCES = [0.8, 0.9, 0.95, 0.99];

/** A survey of which less is here is still coming; what others send meanwhile is a little. */
const WHOLE = 0.98;

/** What a survey says of its land: how much, how sure, and how many plots are still to be measured. */
export default function Results() {
  const [asked] = useSearchParams();
  const id = asked.get('survey');
  const survey = useBook((s) => s.book.find('survey', id));
  const own = survey?.body.design?.confidence;
  const [chosen, setChosen] = useState<number | null>(null);
  const [intervals, setIntervals] = useState<'sampling' | 'all'>('sampling');
  const confidence = chosen ?? (own == null ? USUAL_CONFIDENCE : own / 100);
  const state = useResults(id, { confidence, intervals });
  const coming = useBook((s) => (id ? s.coming.get(id) : undefined));
  const protocol = useBook((s) => s.book.protocolOf(s.book.find('survey', id))?.name ?? null);
  if (!survey || !state?.results) return <SurveyNotYet tab="results" id={id} worked={state?.worked ?? 0} />;
  return (
    <Frame tab="results" survey={surveyInFrame(survey)} wide>
      <SurveyTitle survey={survey} protocol={protocol} conflicts={0}>
        <SaveAs survey={survey} confidence={confidence} results={state.results} />
      </SurveyTitle>
      {coming && coming.here < WHOLE * coming.of ? (
        // a plot whose trees are still to come would count as empty
        <div className="mt-4">
          <Coming {...coming} />
          <p className="mt-2 text-plain text-soft">Figures follow once all of it is here.</p>
        </div>
      ) : (
        <>
          {state.old && (
            <p role="status" className="mt-3 text-plain text-soft" data-old>
              More has come and is being worked out: these figures are of before …
            </p>
          )}
          <Page
            survey={survey}
            results={state.results}
            confidence={confidence}
            setConfidence={setChosen}
            intervals={intervals}
            setIntervals={setIntervals}
          />
        </>
      )}
    </Frame>
  );
}

interface Props {
  readonly survey: Stated<'survey'>;
  readonly results: SurveyResults;
  readonly confidence: number;
  readonly setConfidence: (c: number) => void;
  readonly intervals: 'sampling' | 'all';
  readonly setIntervals: (i: 'sampling' | 'all') => void;
}

function Page({ survey, results, confidence, setConfidence, intervals, setIntervals }: Props) {
  const { result, units } = results;
  const list = result.per === 'list';
  const [total, setTotal] = useState(false);
  const said: Said = useMemo(() => ({ units, area: total && !list ? result.area : null, list }), [units, total, list, result.area]);
  if (!result.whole && result.strata.length === 0) return <NothingYet results={results} survey={survey.entity} />;
  const confidences = CONFIDENCES.includes(confidence) ? CONFIDENCES : [...CONFIDENCES, confidence].sort((a, b) => a - b);
  return (
    <>
      <Headline survey={survey} results={results} said={said} />
      {!list && (
        <div className="mt-3 flex flex-wrap items-center gap-x-5 gap-y-2 text-plain">
          <fieldset className="flex gap-1.5" aria-label="What figures are of">
            <button type="button" className="chip px-3" aria-pressed={!total} onClick={() => setTotal(false)}>
              per {units === 'us' ? 'acre' : 'hectare'}
            </button>
            <button type="button" className="chip px-3" aria-pressed={total} disabled={result.area === null} onClick={() => setTotal(true)}>
              in total
            </button>
          </fieldset>
          <fieldset className="flex gap-1.5" aria-label="What ± holds">
            <button type="button" className="chip px-3" aria-pressed={intervals === 'sampling'} onClick={() => setIntervals('sampling')}>
              ± of the sampling
            </button>
            <button type="button" className="chip px-3" aria-pressed={intervals === 'all'} onClick={() => setIntervals('all')}>
              and of curve and form factor
            </button>
          </fieldset>
          <label className="flex items-center gap-2">
            Sure to
            <select className="box min-h-11" value={confidence} onChange={(e) => setConfidence(Number(e.target.value))}>
              {confidences.map((c) => (
                <option key={c} value={c}>
                  {Number((c * 100).toFixed(2))} %
                </option>
              ))}
            </select>
          </label>
        </div>
      )}
      {!list && result.area === null && (
        <p className="mt-2 text-plain text-soft">No totals: nobody said how large the land is. Give each stratum its area under Plots.</p>
      )}
      <div className="mt-5 grid gap-x-8 gap-y-6 desk:grid-cols-2">
        <Diameters results={results} said={said} />
        <HeightCurve results={results} survey={survey.entity} />
      </div>
      <OffTheCurve results={results} survey={survey.entity} />
      {result.strata.length > 1 && <Strata results={results} said={said} />}
      <StandTable results={results} said={said} />
      <NotesBeside results={results} />
    </>
  );
}

function NothingYet({ results, survey }: { results: SurveyResults; survey: string }) {
  return (
    <div className="mt-6 border-l-4 border-slate bg-slate-bg p-4">
      <p>Nothing speaks for the land yet. Measure a plot, or say of an empty one that it was looked at.</p>
      <p className="mt-3">
        <a className="button button-go" href={`/plots?survey=${survey}`}>
          Go to the plots
        </a>
      </p>
      <NotesBeside results={results} />
    </div>
  );
}
