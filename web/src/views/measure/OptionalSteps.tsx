import { Choice, Row } from './Choice';
import type { MeasureModel } from './use-measure';

/** With the work of the protocol done, what else could be read here. */
export function OptionalSteps({ m, onReach }: { m: MeasureModel; onReach: () => void }) {
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
