import { memo, useState } from 'react';
import type { Stated } from '../../book/things';
import { PLOT_STATES } from '../../contract/kinds/plot';
import { forgetTime, minutesOn } from '../../field/plot-time';
import type { PlotState } from '../../field/use-plot';
import { KeptField } from '../KeptField';
import { lacksOf } from './BeforeLeaving';
import { changePlot } from './change-plot';
import { isDone, plotWord, STATES } from './plot-words';

interface Props {
  readonly survey: Stated<'survey'>;
  readonly plot: PlotState;
  readonly next: Stated<'plot'> | null;
  readonly onNext: () => void;
}

/** How far the plot has come, and on to the next. */
export const Standing = memo(function Standing({ survey, plot, next, onNext }: Props) {
  const { record } = plot;
  const state = record.body.state ?? null;
  const word = plotWord(survey.body.kind);
  const [sure, setSure] = useState(false);
  const lacks = lacksOf(plot);
  const wantsReason = state === 'not-reached' || state === 'to-redo';
  const minutes = record.body.minutes ?? minutesOn(record.entity);
  const finish = () => {
    if (lacks.length > 0 && !sure) return setSure(true);
    changePlot(record, { state: 'finished', reason: null, ...(minutes === null ? {} : { minutes }) });
    forgetTime(record.entity);
    setSure(false);
    onNext();
  };
  return (
    <div className="flex flex-wrap items-end gap-2">
      <label className="flex flex-col gap-0.5 text-small text-soft">
        state
        <select
          className="chip px-3 text-ink"
          value={state ?? ''}
          onChange={(e) => changePlot(record, { state: (e.target.value || null) as typeof state })}
        >
          <option value="">not said</option>
          {PLOT_STATES.map((s) => (
            <option key={s} value={s}>
              {STATES[s]}
            </option>
          ))}
        </select>
      </label>
      {minutes !== null && <p className="pb-3 text-small text-soft">{Math.max(1, Math.round(minutes))} min on it</p>}
      {wantsReason && (
        <KeptField
          label="why"
          width="w-56"
          maxLength={300}
          value={record.body.reason ?? ''}
          read={(text) => ({ ok: true, value: text === '' ? null : text })}
          onKeep={(reason) => changePlot(record, { reason })}
        />
      )}
      {isDone(state) ? (
        next && (
          <button type="button" className="button button-go" onClick={onNext}>
            On to {word} {next.body.name}
          </button>
        )
      ) : (
        <button type="button" className="button button-go" onClick={finish}>
          {sure ? 'Finished all the same' : next ? `Finished, on to ${next.body.name}` : 'Finished'}
        </button>
      )}
      {sure && !isDone(state) && (
        <p className="w-full text-plain text-berry" role="alert">
          {lacks.map((l) => `${l.trees.length} ${l.says}`).join(', ')}.
        </p>
      )}
    </div>
  );
});
