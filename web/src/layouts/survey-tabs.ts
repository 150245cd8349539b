import type { ComponentType } from 'react';
import { SURVEY_PAGES, SURVEY_TABS, type SurveyTab } from '../ui/frame/index-pages';

/** What stands where a page of a survey will be until it is drawn, and where it comes from. */
interface Loading {
  readonly waiting: string;
  readonly load: () => Promise<{ readonly default: ComponentType }>;
}

/** Its worker has a way to go: it sets out before the page that asks it. */
const wake = () => void import('../field/use-sheet').then(({ sheets }) => sheets());
function loadTrees() {
  wake();
  return import('../views/trees/Trees');
}
function loadPlots() {
  wake();
  return import('../views/plots/Plots');
}

function loadTally() {
  wake();
  return import('../views/tally/Tally');
}

function loadResults() {
  wake();
  return import('../views/results/Results');
}

const LOADING: Readonly<Record<SurveyTab, Loading>> = {
  trees: { waiting: 'Opening the survey …', load: loadTrees },
  plots: { waiting: 'Opening the plots …', load: loadPlots },
  tally: { waiting: 'Opening the tally …', load: loadTally },
  results: { waiting: 'Opening the results …', load: loadResults },
  measure: { waiting: 'Opening the sight sheet …', load: () => import('../views/measure/Measure') },
};

/** A page of a survey: its address, what its window is called, and how it comes. */
export interface Tab extends Loading {
  readonly tab: SurveyTab;
  readonly title: string;
}

/** All pages of a survey, in one document. */
export const TABS: readonly Tab[] = SURVEY_TABS.map((tab) => ({ tab, title: SURVEY_PAGES[tab].title, ...LOADING[tab] }));
