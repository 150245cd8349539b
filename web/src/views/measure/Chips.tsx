import { lazy, Suspense } from 'react';
import { Choice, Row } from './Choice';
import { TapeChips } from './TapeChips';
import type { MeasureModel } from './use-measure';

export const loadHeightChips = () => import('./HeightChips');
/** They come while the tape is read. */
const HeightChips = lazy(() => loadHeightChips().then((h) => ({ default: h.HeightChips })));

/** How the value in the field is meant: its tool, unit, scale. */
export function Chips({ m, onReach }: { m: MeasureModel; onReach: () => void }) {
  const { step } = m;
  if (!step) return <OptionalSteps m={m} onReach={onReach} />;
  if (step.id === 'trunk') return null;
  if (step.id === 'dbh' || step.id === 'upper') return <TapeChips m={m} />;
  return (
    m.heightChips && (
      <Suspense fallback={<div className="min-h-12" />}>
        <HeightChips m={m.heightChips} />
      </Suspense>
    )
  );
}

/** With the work of the protocol done, what else could be read here. */
function OptionalSteps({ m, onReach }: { m: MeasureModel; onReach: () => void }) {
  const open = m.steps.filter((s) => s.readings.length === 0 && s.id !== 'trunk');
  return (
    <Row>
      {m.determination.station !== null && (
        <Choice
          label="measure again"
          name="measure the height again, from another place or another way"
          on={false}
          pick={() => m.measureBy(m.method)}
        />
      )}
      {open.slice(0, 2).map((s) => (
        <Choice key={s.id} label={`+ ${s.short}`} on={false} pick={() => m.go(s.id)} />
      ))}
      {m.result.height.ok && <Choice label="will it reach?" on={false} pick={onReach} />}
      {open.length === 0 && m.determination.station === null && (
        <span className="self-center text-plain text-soft">Everything is read.</span>
      )}
    </Row>
  );
}
