import { declinationAt, type UnitSystem } from '@arbolito/core';
import { useState } from 'react';
import { positionOf } from '../../book/sample';
import type { Stated } from '../../book/things';
import type { TreeRow } from '../../book/tree-row';
import type { DesignInput } from '../../contract/design';
import { SAMPLES_OF, SURVEY_KINDS, type SurveyKind } from '../../contract/kinds/survey';
import { useBook } from '../../field/use-book';
import { DesignFields, DesignPicture } from '../../ui/plot/DesignFields';
import { type DesignForm, meantDesign, sayDesign, typedDesign, usualDesign } from '../../ui/plot/design-form';
import { KIND_NAMES } from '../../ui/plot/kind-names';
import { changedBy } from './changed-by';
import { PLOT_ACTIONS } from './plot-actions';

interface Props {
  readonly survey: Stated<'survey'>;
  readonly rows: readonly TreeRow[];
  readonly units: UnitSystem;
}

/** How a survey samples, in words; changed here, with what that would do to its trees. */
export function SamplesHow({ survey, rows, units }: Props) {
  const [editing, setEditing] = useState(false);
  const { kind, design } = survey.body;
  return (
    <section className="mt-3 max-w-prose" aria-label="How it samples">
      {!editing && (
        <p className="text-plain text-soft">
          {KIND_NAMES[kind][0]?.toUpperCase()}
          {KIND_NAMES[kind].slice(1)}.{' '}
          {design ? sayDesign(design, units) : SAMPLES_OF[kind].length > 0 ? 'How large its plots are is not said.' : 'It has no plots.'}{' '}
          <button type="button" className="min-h-11 underline decoration-edge underline-offset-4" onClick={() => setEditing(true)}>
            Change how it samples
          </button>
        </p>
      )}
      {editing && <Editor survey={survey} rows={rows} units={units} onDone={() => setEditing(false)} />}
    </section>
  );
}

function Editor({ survey, rows, units, onDone }: Props & { onDone: () => void }) {
  const book = useBook((s) => s.book);
  const [kind, setKind] = useState(survey.body.kind);
  const start = (of: SurveyKind): DesignForm | null =>
    survey.body.design && of === survey.body.kind ? typedDesign(survey.body.design, of, units) : usualDesign(of, units);
  const [form, setForm] = useState(() => start(survey.body.kind));
  const plots = book.partsOf(survey.entity, 'plot');
  const here = plots.map((p) => positionOf(p.body)).find((p) => p !== null);
  const model = here ? declinationAt(here, new Date()) : null;
  const read = form ? meantDesign(form, units) : null;
  const { goal, confidence } = survey.body.design ?? {};
  // how sure it is to be stands beside how it samples, and stays
  const design: DesignInput | null = read?.ok
    ? { ...read.value, ...(goal == null ? {} : { goal }), ...(confidence == null ? {} : { confidence }) }
    : null;
  const change = read === null || read.ok ? changedBy(book, survey, { kind, design }, rows) : null;
  return (
    <div className="flex flex-col gap-3 border-l-4 border-resin pl-3" data-samples-editor>
      <fieldset>
        <legend className="text-plain">Kind of survey</legend>
        <div className="mt-1 flex flex-wrap gap-1.5">
          {SURVEY_KINDS.filter((k) => k !== 'single-trees' || k === survey.body.kind).map((k) => (
            <button
              key={k}
              type="button"
              className="chip px-3"
              aria-pressed={k === kind}
              onClick={() => {
                setKind(k);
                setForm(start(k));
              }}
            >
              {KIND_NAMES[k]}
            </button>
          ))}
        </div>
      </fieldset>
      {form && <DesignFields survey={kind} units={units} form={form} onChange={setForm} modelled={model?.ok ? model.value : null} />}
      {form && <DesignPicture form={form} units={units} />}
      {change && (
        <p className="border-l-4 border-slate bg-slate-bg p-3 text-plain" role="status" data-change>
          {change}
        </p>
      )}
      <div className="flex gap-2">
        <button
          type="button"
          className="button button-go"
          disabled={read !== null && !read.ok}
          onClick={() => {
            PLOT_ACTIONS.changeSurvey(survey, { kind, design });
            onDone();
          }}
        >
          Sample like this from now on
        </button>
        <button type="button" className="button" onClick={onDone}>
          Leave it
        </button>
      </div>
    </div>
  );
}
