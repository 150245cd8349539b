import { formatNumber } from '@arbolito/core';
import type { ReactNode } from 'react';
import type { Stated } from '../book/things';
import { useBookState } from '../field/use-book';
import { Coming } from './Coming';
import { Frame } from './frame/Frame';
import type { SurveyTab } from './frame/index-pages';
import { SurveyConflicts } from './SurveyConflicts';

export const surveyInFrame = ({ entity, body }: Stated<'survey'>) => ({ id: entity, name: body.name });

/** Until a survey is worked out: what is known of it, and how far it is. */
export function SurveyNotYet({ tab, id, worked }: { tab: SurveyTab; id: string | null; worked: number }) {
  const state = useBookState();
  const coming = id ? state.coming.get(id) : undefined;
  const survey = state.book.find('survey', id);
  if (survey && state.book.isStruck(survey.entity)) {
    return (
      <Frame tab={tab} survey={surveyInFrame(survey)} wide>
        <h1 className="text-page font-bold">{survey.body.name} was struck out</h1>
        <p className="my-3 max-w-prose text-soft">Nothing of it counts any more. What was read is kept, and that can be taken back.</p>
        <a className="button" href="/">
          Back to the field book
        </a>
      </Frame>
    );
  }
  if (survey) {
    return (
      <Frame tab={tab} survey={surveyInFrame(survey)} wide>
        <SurveyTitle survey={survey} protocol={state.book.protocolOf(survey)?.name ?? null} conflicts={0} />
        {coming ? <Coming {...coming} /> : <Working worked={worked} />}
      </Frame>
    );
  }
  if (id !== null && (!state.loaded || state.reached === null || coming || (state.along.has(id) && !state.whole && state.reached)))
    return <Frame tab={tab}>{coming ? <Coming {...coming} /> : 'Opening the survey …'}</Frame>;
  return (
    <Frame tab={tab}>
      <h1 className="text-page font-bold">No such survey on this device</h1>
      <p className="my-3 max-w-prose text-soft">It may be on a device that has not sent its records yet.</p>
      <a className="button" href="/">
        Back to the field book
      </a>
    </Frame>
  );
}

/** How far a survey is worked out that nobody has opened on this device before. */
const Working = ({ worked }: { worked: number }) => (
  <p role="status" className="mt-4 text-soft">
    Working out its trees …{worked > 0 && ` ${formatNumber(worked, 0)} so far`}
  </p>
);

interface TitleProps {
  readonly survey: Stated<'survey'>;
  readonly protocol: string | null;
  /** How many of its trees have open conflicts. */
  readonly conflicts: number;
  readonly children?: ReactNode;
}

/** What survey this is, what two people differ in, and what is done next. */
export function SurveyTitle({ survey, protocol, conflicts, children }: TitleProps) {
  const { name, place } = survey.body;
  return (
    <>
      <div className="flex flex-wrap items-end justify-between gap-4">
        <div>
          <h1 className="text-head leading-tight font-bold">{name}</h1>
          <p className="text-soft">
            {place && `${place} · `}
            <a
              className="inline-flex min-h-11 items-center underline decoration-edge underline-offset-4"
              href={`/protocols?survey=${survey.entity}`}
            >
              {protocol}
            </a>
          </p>
        </div>
        {children}
      </div>
      <SurveyConflicts survey={survey.entity} trees={conflicts} />
    </>
  );
}
