import { useMemo, useState } from 'react';
import { Link, useSearchParams } from 'wouter';
import { walkingOrder } from '../../book/plot-order';
import type { Stated } from '../../book/things';
import { SAMPLES_OF } from '../../contract/kinds/survey';
import { useBook, usePlotsOf } from '../../field/use-book';
import { type SheetState, useSheet } from '../../field/use-sheet';
import { Coming } from '../../ui/Coming';
import { Frame } from '../../ui/frame/Frame';
import { addPlots } from '../../ui/plot/change-plot';
import { isDone, plotWord, STATES } from '../../ui/plot/plot-words';
import { SurveyNotYet, surveyInFrame } from '../../ui/SurveyNotYet';
import { MODE_NAMES, MODES, type Mode, remember, remembered } from './memory';
import { SheetEntry } from './SheetEntry';
import { TallyHere } from './TallyHere';

/** The tally of a survey: many trees, fast, on one plot at a time. */
export default function Tally() {
  const [asked] = useSearchParams();
  const id = asked.get('survey');
  const sheet = useSheet(id);
  const own = useBook((s) => s.book.find('survey', id));
  if (!sheet?.head) return <SurveyNotYet tab="tally" id={id} worked={sheet?.worked ?? 0} />;
  // the page's own book has a change of the survey before the other thread has worked it out
  const survey = own ?? sheet.head.survey;
  return <OnSurvey key={survey.entity} sheet={sheet} survey={survey} />;
}

function OnSurvey({ sheet, survey }: { sheet: SheetState; survey: Stated<'survey'> }) {
  const [asked, ask] = useSearchParams();
  const coming = useBook((s) => s.coming.get(survey.entity));
  const { tally } = sheet.head.protocol.options;
  const [mode, setMode] = useState<Mode>(() => remembered(survey.entity).mode ?? (tally?.byClass ? 'classes' : 'line'));
  const unordered = usePlotsOf(survey.entity);
  const plots = useMemo(() => walkingOrder(unordered), [unordered]);
  const wants = SAMPLES_OF[survey.body.kind].length > 0 || plots.length > 0;
  const named = asked.get('plot') ?? remembered(survey.entity).plot;
  const plot = plots.find((p) => p.entity === named) ?? plots.find((p) => !isDone(p.body.state)) ?? plots[0] ?? null;
  const word = plotWord(survey.body.kind);
  const choosePlot = (next: string) => {
    remember(survey.entity, { plot: next });
    ask((now) => {
      now.set('plot', next);
      return now;
    });
  };
  const chooseMode = (next: Mode) => {
    remember(survey.entity, { mode: next });
    setMode(next);
  };
  const which = (
    <>
      {plots.length > 0 && (
        <select
          aria-label={`Which ${word}`}
          className="chip min-w-0 flex-1 px-2 text-base font-bold desk:flex-none"
          value={plot?.entity ?? ''}
          onChange={(e) => choosePlot(e.target.value)}
        >
          {plots.map((p) => (
            <option key={p.entity} value={p.entity}>
              {`${word} ${p.body.name}${p.body.state ? `, ${STATES[p.body.state]}` : ''}`}
            </option>
          ))}
        </select>
      )}
      <select aria-label="How trees are entered" className="chip px-2" value={mode} onChange={(e) => chooseMode(e.target.value as Mode)}>
        {MODES.map((m) => (
          <option key={m} value={m}>
            {MODE_NAMES[m]}
          </option>
        ))}
      </select>
    </>
  );
  return (
    <Frame tab="tally" survey={surveyInFrame(survey)} fill phone={which}>
      <main className="flex h-full min-h-0 flex-col bg-sheet">
        <h1 className="sr-only">Tally of {survey.body.name}</h1>
        <div className="hidden flex-wrap items-center gap-3 border-b border-rule px-6 py-2 desk:flex">
          {which}
          {plot && (
            <Link
              className="inline-flex min-h-11 items-center text-plain underline decoration-edge underline-offset-4"
              href={`/plots?survey=${survey.entity}&plot=${plot.entity}`}
            >
              {word} {plot.body.name} to scale
            </Link>
          )}
          <Short sheet={sheet} word={word} />
        </div>
        {coming && (
          <div className="px-4 pt-2">
            <Coming {...coming} />
          </div>
        )}
        {wants && plot === null ? (
          <NoPlot survey={survey.entity} word={word} onPlot={choosePlot} />
        ) : mode === 'sheet' ? (
          <SheetEntry sheet={sheet} survey={survey} plots={plots} plot={plot} />
        ) : (
          <TallyHere
            key={plot?.entity ?? 'none'}
            sheet={sheet}
            survey={survey}
            plot={plot}
            byClass={mode === 'classes'}
            onPlot={choosePlot}
          />
        )}
      </main>
    </Frame>
  );
}

/** What the whole survey is still short of. */
function Short({ sheet: { head, old }, word }: { sheet: SheetState; word: string }) {
  const open = head.plots.filter((p) => !isDone(p.state)).length;
  const says = [
    open > 0 && `${open} ${open === 1 ? word : `${word}s`} to do`,
    head.wantHeight > 0 && `${head.wantHeight} want a height`,
    head.unanswered > 0 && `${head.unanswered} not answered`,
    head.doubtful > 0 && `${head.doubtful} to look at`,
  ].filter(Boolean);
  return (
    <p className="ml-auto text-plain text-soft" data-short>
      {old ? 'What came since is being worked out …' : says.length > 0 ? `The survey: ${says.join(', ')}` : 'The survey lacks nothing.'}
    </p>
  );
}

function NoPlot({ survey, word, onPlot }: { survey: string; word: string; onPlot: (id: string) => void }) {
  return (
    <div className="p-6">
      <p className="mb-3 text-lead">Trees of this survey stand on {word}s, and it has none yet.</p>
      <div className="flex flex-wrap gap-3">
        <button type="button" className="button button-go" onClick={() => onPlot(addPlots(survey, ['1'], 'found')[0] as string)}>
          Begin {word} 1
        </button>
        <Link className="button" href={`/plots?survey=${survey}`}>
          Lay out {word}s
        </Link>
      </div>
    </div>
  );
}
