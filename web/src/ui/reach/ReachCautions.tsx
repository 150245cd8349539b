import { formatNumber } from '@arbolito/core';
import { stickLength } from './reach-model';

/** The test that needs no distance. */
export function NoDistance({ reach }: { reach: number | null }) {
  return (
    <div>
      <h2 className="text-lead font-semibold">Without any distance</h2>
      <p className="max-w-prose">
        Stand where the object stands and face the tree. Hold a stick upright in the outstretched hand,{' '}
        {reach === null
          ? 'nine tenths of your reach (eye to stick) long'
          : `${formatNumber(stickLength(reach) * 100, 0)} cm of it above the hand (your reach less a tenth)`}
        , its lower end on the foot of the tree. Where the tree shows above the stick, it reaches you or comes within a tenth of the
        distance.
      </p>
    </div>
  );
}

/** What the answer is not, and who comes before it. */
export function ReachCautions() {
  return (
    <ul className="flex list-disc flex-col gap-1 pl-5">
      <li>
        This is a check before you ask somebody, never a plan for felling: a falling tree slides, bounces, throws branches and takes others
        with it.
      </li>
      <li>People keep at least two tree lengths away.</li>
      <li>Near power lines keep away and call their owner; the lines’ own distances come before anything here.</li>
      <li>Felling and climbing belong to trained and licensed people; local rules come first.</li>
    </ul>
  );
}
