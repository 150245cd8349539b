import type { ComponentType } from 'react';

/** A page of a survey: its address, what its window is called, what stands there until it is drawn, and where it comes from. */
interface Tab {
  readonly tab: string;
  readonly title: string;
  readonly waiting: string;
  readonly load: () => Promise<{ readonly default: ComponentType }>;
}

/** All pages of a survey, in one document. */
export const TABS: readonly Tab[] = [
  { tab: 'trees', title: 'Trees', waiting: 'Opening the survey …', load: () => import('../views/trees/Trees') },
  { tab: 'measure', title: 'Measure', waiting: 'Opening the sight sheet …', load: () => import('../views/measure/Measure') },
];
