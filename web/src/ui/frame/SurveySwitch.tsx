import type { Book } from '../../book/book';
import { useListOf } from '../../field/use-book';
import { ofSurvey, SURVEY_PAGES, type SurveyTab } from './index-pages';
import { PageLink } from './PageLink';
import { Popover } from './Popover';

interface Props {
  readonly survey: { readonly id: string; readonly name: string };
  /** The page of the other survey that is gone to. */
  readonly tab: SurveyTab;
  readonly among: boolean;
}

const surveysThere = (book: Book) => book.all('survey').filter((s) => !book.isStruck(s.entity));

/** The survey in hand, and the way to another one that this device carries. */
export function SurveySwitch({ survey, tab, among }: Props) {
  const there = useListOf(surveysThere);
  const others = there.filter((s) => s.entity !== survey.id);
  return (
    <Popover
      id="surveys-sheet"
      name={`${survey.name}: go to another survey`}
      className="flex min-h-12 max-w-full min-w-0 items-center gap-2 text-left text-lead font-semibold"
      button={
        <>
          <span className="truncate">{survey.name}</span>
          <span aria-hidden="true">▾</span>
        </>
      }
    >
      <ul aria-label="Surveys on this device">
        {others.map((s) => (
          <li key={s.entity} className="border-b border-rule">
            <PageLink among={among} href={ofSurvey(SURVEY_PAGES[tab], s.entity)} className="flex min-h-12 items-center px-2 font-semibold">
              {s.body.name}
            </PageLink>
          </li>
        ))}
        <li>
          <a href="/" className="flex min-h-12 items-center px-2 text-soft">
            {others.length === 0 ? 'No other survey is on this device: the field book' : 'All surveys: the field book'}
          </a>
        </li>
      </ul>
    </Popover>
  );
}
