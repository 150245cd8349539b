import { useState } from 'react';
import type { Goal } from '../../book/survey-results';
import type { Stated } from '../../book/things';
import { changeThing } from '../../field/change-thing';
import { makerNow } from '../../field/device';
import { savedPreferences } from '../../field/preferences';
import { numberOf } from '../../ui/number-of';

/** How sure the survey is to be: set once, kept with its design. */
export function GoalField({ survey, goal }: { survey: Stated<'survey'>; goal: Goal }) {
  const [text, setText] = useState<string | null>(null);
  const { design } = survey.body;
  if (!design) return <p className="text-plain text-soft">Say how it samples under Plots, then a goal can be set.</p>;
  const shown = text ?? (goal.error === null ? '' : String(Number((goal.error * 100).toFixed(2))));
  const meant = numberOf(shown);
  const wrong = meant !== null && !(meant > 0 && meant <= 100);
  const keep = () => {
    if (text === null || wrong) return;
    setText(null);
    if (meant === (design.goal ?? null)) return;
    changeThing(makerNow(savedPreferences().person), 'survey', survey.entity, { design: { ...design, goal: meant } });
  };
  return (
    <label className="flex flex-wrap items-center gap-2 text-plain">
      Goal ±
      <input
        className="box figure min-h-11 w-20"
        inputMode="decimal"
        value={shown}
        placeholder="10"
        aria-invalid={wrong}
        onChange={(e) => setText(e.target.value)}
        onBlur={keep}
        onKeyDown={(e) => e.key === 'Enter' && keep()}
      />
      %{wrong && <span className="text-berry">A number above 0, at most 100.</span>}
    </label>
  );
}
