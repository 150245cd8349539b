import { lazy } from 'react';
import { Late } from '../../ui/Late';
import { TapeChips } from './TapeChips';
import type { MeasureModel } from './use-measure';

const height = () => import('./HeightChips');
const optional = () => import('./OptionalSteps');
export const loadHeightChips = () => Promise.all([height(), optional()]);
/** They come while the tape is read. */
const HeightChips = lazy(() => height().then((h) => ({ default: h.HeightChips })));
const OptionalSteps = lazy(() => optional().then((o) => ({ default: o.OptionalSteps })));

/** How the value in the field is meant: its tool, unit, scale. */
export function Chips({ m, onReach }: { m: MeasureModel; onReach: () => void }) {
  const { step } = m;
  if (step?.id === 'trunk') return null;
  if (step?.id === 'dbh' || step?.id === 'upper') return <TapeChips m={m} />;
  return (
    <Late fallback={<div className="min-h-12" />}>
      {step ? m.heightChips && <HeightChips m={m.heightChips} /> : <OptionalSteps m={m} onReach={onReach} />}
    </Late>
  );
}
