import { type ReactNode, Suspense } from 'react';
import { PageBoundary } from './PageBoundary';

/** A part of a page that is fetched when it is needed: where that fails it is said in its place, and the rest stays. */
export const Late = ({ children, fallback = null }: { children: ReactNode; fallback?: ReactNode }) => (
  <PageBoundary>
    <Suspense fallback={fallback}>{children}</Suspense>
  </PageBoundary>
);
