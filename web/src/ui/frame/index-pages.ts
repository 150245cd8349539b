/** The pages of a survey, in one document; the order of the index. */
export const SURVEY_TABS = ['trees', 'plots', 'tally', 'results', 'measure'] as const;
export type SurveyTab = (typeof SURVEY_TABS)[number];

/** The pages of the book, on every page's index. */
export const BOOK_TABS = ['book', 'kit', 'bench', 'protocols'] as const;
export type BookTab = (typeof BOOK_TABS)[number];

/** What the index calls a page, what somebody may look for it by, and where it is. */
export interface IndexPage {
  readonly title: string;
  readonly also: string;
  readonly href: string;
}

export const SURVEY_PAGES: Readonly<Record<SurveyTab, IndexPage>> = {
  trees: { title: 'Trees', also: 'list heights volumes sums species', href: '/trees' },
  plots: { title: 'Plots', also: 'centre circle point strip stratum area map in or out edge next', href: '/plots' },
  tally: { title: 'Tally', also: 'call line class strokes sheet paste count fast', href: '/tally' },
  results: { title: 'Results', also: 'hectare acre volume basal area stand table precision height curve csv', href: '/results' },
  measure: { title: 'Measure', also: 'next tree read sight', href: '/measure' },
};

export const BOOK_PAGES: Readonly<Record<BookTab, IndexPage>> = {
  book: { title: 'Book', also: 'home surveys field book take along leave behind', href: '/' },
  kit: { title: 'Kit', also: 'people person instruments clinometer pace reach eye height checks stick', href: '/kit' },
  bench: { title: 'Bench', also: 'calculator methods compare try', href: '/bench' },
  protocols: { title: 'Protocols', also: 'rules breast height log rule units preset', href: '/protocols' },
};

/** What can be done from anywhere. */
export const ACTIONS: readonly IndexPage[] = [
  { title: 'Measure one tree', also: 'single without survey', href: '/measure' },
  { title: 'New survey', also: 'begin start purpose', href: '/new-survey' },
  { title: 'Where to put the tape', also: 'trunk breast height slope lean fork', href: '/measure?trunk' },
  { title: 'This device', also: 'offline network unsent room storage left hand sound vibration screen install', href: '/device' },
  { title: 'Sync problems', also: 'conflicts refused server two people values choose', href: '/refused' },
  { title: 'Will it reach?', also: 'fall distance building line', href: '/reach' },
];

/** A page of a survey. */
export const ofSurvey = (page: IndexPage, survey: string) => `${page.href}?survey=${survey}`;
