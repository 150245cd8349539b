import { BOOK_PAGES, BOOK_TABS, type BookTab, ofSurvey, SURVEY_PAGES, SURVEY_TABS, type SurveyTab } from './index-pages';
import { PageLink } from './PageLink';

export type Tab = SurveyTab | BookTab | null;
export const isSurveyTab = (tab: Tab): tab is SurveyTab => tab !== null && tab in SURVEY_PAGES;

interface Props {
  /** The page that is open; null where it has no place in the index. */
  readonly tab: Tab;
  readonly survey: string | null;
}

/** The pages as they are cut into the edge of the book: a survey's own when one is in hand, and the book's. */
export function ThumbIndex({ tab, survey }: Props) {
  const among = isSurveyTab(tab);
  const groups = [
    survey === null ? [] : SURVEY_TABS.map((t) => ({ t, ...SURVEY_PAGES[t], href: ofSurvey(SURVEY_PAGES[t], survey) })),
    BOOK_TABS.map((t) => ({ t, ...BOOK_PAGES[t] })),
  ];
  return groups
    .filter((pages) => pages.length > 0)
    .map((pages) => (
      <ul key={pages[0]?.t} className="thumb-group">
        {pages.map(({ t, title, href }) => (
          <li key={t} className="flex-1 desk:flex-none">
            <PageLink among={among} href={href} aria-current={t === tab ? 'page' : undefined} className="thumb">
              {title}
            </PageLink>
          </li>
        ))}
      </ul>
    ));
}
