import type { ComponentType } from 'react';

/** A page of a survey: its address, what its window is called, what stands there until it is drawn, and where it comes from. */
export interface Tab {
  readonly tab: string;
  readonly title: string;
  readonly waiting: string;
  readonly load: () => Promise<{ readonly default: ComponentType }>;
}

/** Its worker has a way to go: it sets out before the page that asks it. */
function loadTrees() {
  void import('../field/use-sheet').then(({ sheets }) => sheets());
  return import('../views/trees/Trees');
}

/** All pages of a survey, in one document. */
export const TABS: readonly Tab[] = [
  { tab: 'trees', title: 'Trees', waiting: 'Opening the survey …', load: loadTrees },
  { tab: 'measure', title: 'Measure', waiting: 'Opening the sight sheet …', load: () => import('../views/measure/Measure') },
];
