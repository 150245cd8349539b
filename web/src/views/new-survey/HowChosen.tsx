import type { UnitSystem } from '@arbolito/core';
import { SURVEY_KINDS, type SurveyKind } from '../../contract/kinds/survey';
import { DesignFields } from '../../ui/plot/DesignFields';
import type { DesignForm } from '../../ui/plot/design-form';
import { KIND_NAMES } from '../../ui/plot/kind-names';

/** What each kind means, in a line. */
const WHY: Readonly<Record<SurveyKind, string>> = {
  'every-tree': 'All trees of a tract: no sampling, no sampling error.',
  strip: 'A line is walked, every tree up to so far off it counts.',
  'fixed-plots': 'Plots of one size spread over the tract; thin trees in smaller circles where you like.',
  points: 'From each point a gauge or a distance decides: thick trees are looked for farther out.',
  'single-trees': 'One tree at a time, of no tract.',
  street: 'Each tree or empty site has its place and its answers.',
  'record-list': 'The tallest or thickest, ranked and named.',
};

interface Props {
  readonly kind: SurveyKind;
  readonly units: UnitSystem;
  /** Null for a kind without plots. */
  readonly design: DesignForm | null;
  readonly onKind: (kind: SurveyKind) => void;
  readonly onDesign: (design: DesignForm) => void;
}

/** How trees come into the survey, and what that needs to know. */
export function HowChosen({ kind, units, design, onKind, onDesign }: Props) {
  return (
    <fieldset>
      <legend className="text-lead font-semibold">Which trees?</legend>
      <div className="mt-2 flex flex-wrap gap-1.5">
        {SURVEY_KINDS.filter((k) => k !== 'single-trees').map((k) => (
          <button key={k} type="button" className="chip px-3" aria-pressed={k === kind} onClick={() => onKind(k)}>
            {KIND_NAMES[k]}
          </button>
        ))}
      </div>
      <p className="mt-1 text-plain text-soft">{WHY[kind]}</p>
      {design && (
        <div className="mt-3">
          <DesignFields survey={kind} units={units} form={design} onChange={onDesign} />
        </div>
      )}
    </fieldset>
  );
}
