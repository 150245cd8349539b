import type { ComponentType, ReactNode } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { PageFailed } from './PageFailed';

/** Whatever fails inside is said in its place, and all around it stays. */
export const PageBoundary = ({ children }: { children: ReactNode }) => (
  <ErrorBoundary FallbackComponent={PageFailed}>{children}</ErrorBoundary>
);

/** A page that says what failed where it can't be drawn. */
export function bounded<Props extends object>(Page: ComponentType<Props>): ComponentType<Props> {
  return function Bounded(props: Props) {
    return (
      <PageBoundary>
        <Page {...props} />
      </PageBoundary>
    );
  };
}
