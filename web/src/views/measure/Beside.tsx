import { lazy, useState } from 'react';
import { Late } from '../../ui/Late';
import type { ReachTexts } from '../../ui/reach/reach-model';
import type { MeasureModel } from './use-measure';

export const loadReach = () => import('../../ui/reach/ReachBeside');
const ReachBeside = lazy(loadReach);

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
    <Late fallback={<p className="text-soft">Opening the question …</p>}>
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
    </Late>
  );
}
