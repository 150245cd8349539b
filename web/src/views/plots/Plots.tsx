import { useSearchParams } from 'wouter';
import { useBook } from '../../field/use-book';
import { useSheet } from '../../field/use-sheet';
import { Coming } from '../../ui/Coming';
import { Frame } from '../../ui/frame/Frame';
import { SurveyNotYet, surveyInFrame } from '../../ui/SurveyNotYet';
import { OnePlot } from './OnePlot';
import { Overview } from './Overview';

/** The plots of a survey, or one of them. */
export default function Plots() {
  const [asked] = useSearchParams();
  const id = asked.get('survey');
  const plot = asked.get('plot');
  const sheet = useSheet(id);
  const book = useBook((s) => s.book);
  const coming = useBook((s) => (id ? s.coming.get(id) : undefined));
  if (!sheet?.head) return <SurveyNotYet tab="plots" id={id} worked={sheet?.worked ?? 0} />;
  // the page's own book has a change of the survey before the other thread has worked it out
  const survey = book.find('survey', id) ?? sheet.head.survey;
  return (
    <Frame tab="plots" survey={surveyInFrame(survey)} wide>
      {coming && <Coming {...coming} />}
      {sheet.old && (
        <p role="status" className="mb-3 text-plain text-soft" data-old>
          What came since is being worked out …
        </p>
      )}
      {plot ? <OnePlot key={plot} sheet={sheet} survey={survey} id={plot} /> : <Overview sheet={sheet} survey={survey} />}
    </Frame>
  );
}
