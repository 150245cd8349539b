import { lazy, Suspense, useState } from 'react';
import type { ReachTexts } from '../../ui/reach/reach-model';
import type { MeasureModel } from './use-measure';

export const loadReach = () => import('../../ui/reach/ReachBeside');
const ReachBeside = lazy(() => loadReach().catch(() => ({ default: NotHere })));

/** The question's script could not be fetched: the tree is measured all the same. */
function NotHere() {
  return <p className="max-w-prose text-soft">Will it reach? is not on this device yet: it is fetched while the server answers.</p>;
}

/** What stands beside the sight sheet or in its place: the steps, whether the tree would reach something, another page of the tree. */
export type Panel = 'steps' | 'reach' | 'visits' | 'sheet' | null;

/** What was said of an object belongs to the tree in hand and outlives a look at the steps or the trunk. */
export function useReach() {
  return useState<{ readonly tree: string; readonly texts: ReachTexts } | null>(null);
}

interface Props {
  readonly m: MeasureModel;
  readonly said: ReturnType<typeof useReach>;
  readonly onClose: () => void;
}

export function Reach({ m, said: [said, setSaid], onClose }: Props) {
  const { height } = m.result;
  const { tree } = m.hand;
  return (
    <Suspense fallback={<p className="text-soft">Opening the question …</p>}>
      <ReachBeside
        tag={m.tree.tag}
        measured={
          height.ok
            ? {
                height: height.value.stemLength ?? height.value.value,
                sigma: height.value.sigma,
                leans: height.value.stemLength !== null,
              }
            : null
        }
        units={m.prefs.units}
        reach={m.reach}
        texts={said?.tree === tree ? said.texts : null}
        onTexts={(texts) => setSaid({ tree, texts })}
        onClose={onClose}
      />
    </Suspense>
  );
}
