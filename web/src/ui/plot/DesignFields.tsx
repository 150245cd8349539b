import { NORTHS, type SamplingKind, type UnitSystem } from '@arbolito/core';
import { SAMPLES_OF, type SurveyKind } from '../../contract/kinds/survey';
import { TextField } from '../TextField';
import { type DesignForm, meantDesign } from './design-form';
import { PlotSheet } from './PlotSheet';
import { limitOfSample } from './sample-scene';

interface Props {
  readonly survey: SurveyKind;
  readonly units: UnitSystem;
  readonly form: DesignForm;
  readonly onChange: (form: DesignForm) => void;
  /** The declination of the place and day by the model; null where nobody knows the place. */
  readonly modelled?: number | null;
}

const NAMES: Readonly<Record<SamplingKind, string>> = {
  circle: 'a circle',
  nested: 'circles in one another',
  rectangle: 'a rectangle',
  strip: 'a strip',
  point: 'a point',
};

/** What a survey of a kind needs to know of its plots. */
export function DesignFields({ survey, units, form, onChange, modelled = null }: Props) {
  const read = meantDesign(form, units);
  const refusal = (field: string) => (!read.ok && read.field === field ? read.reason : null);
  const [thin, long] = units === 'us' ? ['in', 'ft'] : ['cm', 'm'];
  const kinds = SAMPLES_OF[survey];
  const set = (change: Partial<DesignForm>) => onChange({ ...form, ...change });
  const field = (name: 'radius' | 'width' | 'length' | 'factor', label: string) => (
    <TextField
      label={label}
      value={form[name]}
      onChange={(text) => set({ [name]: text })}
      width="w-32"
      figures
      inputMode="decimal"
      maxLength={12}
      refusal={refusal(name)}
    />
  );
  return (
    <div className="flex flex-col gap-3" data-design>
      {kinds.length > 1 && (
        <fieldset>
          <legend className="text-plain">Each plot is</legend>
          <div className="mt-1 flex flex-wrap gap-1.5">
            {kinds.map((kind) => (
              <button key={kind} type="button" className="chip px-3" aria-pressed={form.kind === kind} onClick={() => set({ kind })}>
                {NAMES[kind]}
              </button>
            ))}
          </div>
        </fieldset>
      )}
      <div className="flex flex-wrap gap-3">
        {form.kind === 'circle' && field('radius', `Radius, level, ${long}`)}
        {form.kind === 'point' && field('factor', `Basal-area factor, ${units === 'us' ? 'ft²/acre' : 'm²/ha'}`)}
        {(form.kind === 'rectangle' || form.kind === 'strip') && field('width', `Width, level, ${long}`)}
        {form.kind === 'rectangle' && field('length', `Length, level, ${long}`)}
      </div>
      {form.kind === 'nested' && (
        <div className="flex flex-col gap-2">
          {form.circles.map((c, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a circle is its place in the list
            <div key={i} className="flex flex-wrap items-end gap-3">
              <TextField
                label={`Trees from, ${thin}`}
                value={c.from}
                onChange={(from) => set({ circles: form.circles.map((o, k) => (k === i ? { ...o, from } : o)) })}
                width="w-28"
                figures
                inputMode="decimal"
                maxLength={12}
                refusal={refusal(`from-${i}`)}
              />
              <TextField
                label={`within, ${long}`}
                value={c.radius}
                onChange={(radius) => set({ circles: form.circles.map((o, k) => (k === i ? { ...o, radius } : o)) })}
                width="w-28"
                figures
                inputMode="decimal"
                maxLength={12}
                refusal={refusal(`radius-${i}`)}
              />
              {form.circles.length > 1 && (
                <button type="button" className="chip px-3" onClick={() => set({ circles: form.circles.filter((_, k) => k !== i) })}>
                  leave out
                </button>
              )}
            </div>
          ))}
          {form.circles.length < 10 && (
            <button
              type="button"
              className="chip self-start px-3"
              onClick={() => set({ circles: [...form.circles, { from: '', radius: '' }] })}
            >
              + a larger circle
            </button>
          )}
        </div>
      )}
      <fieldset>
        <legend className="text-plain">Bearings count from</legend>
        <div className="mt-1 flex flex-wrap items-end gap-1.5">
          {NORTHS.map((north) => (
            <button key={north} type="button" className="chip px-3" aria-pressed={form.north === north} onClick={() => set({ north })}>
              {north} north
            </button>
          ))}
        </div>
      </fieldset>
      <div className="flex flex-wrap items-end gap-3">
        {form.north === 'magnetic' && (
          <>
            <TextField
              label="Declination, ° east of true, west below 0"
              value={form.declination}
              onChange={(declination) => set({ declination })}
              width="w-32"
              figures
              maxLength={8}
              placeholder="not said"
              refusal={refusal('declination')}
            />
            {modelled !== null && (
              <button type="button" className="chip px-3" onClick={() => set({ declination: modelled.toFixed(1) })}>
                {modelled.toFixed(1)}° by the model for here and now
              </button>
            )}
          </>
        )}
        <TextField
          label="Plots planned"
          value={form.planned}
          onChange={(planned) => set({ planned })}
          width="w-32"
          figures
          inputMode="numeric"
          maxLength={6}
          placeholder="not said"
          refusal={refusal('planned')}
        />
      </div>
    </div>
  );
}

const NOBODY = () => {};

/** One plot of a design as it would be: circles with their limits, of a point the circle of a tree of usual thickness. */
export function DesignPicture({ form, units }: { form: DesignForm; units: UnitSystem }) {
  const read = meantDesign(form, units);
  if (!read.ok) return <p className="text-soft">The plot is drawn here once its figures can be taken.</p>;
  const { scene, says } = limitOfSample(read.value.rule, units);
  return (
    <figure>
      <div className="h-[340px]">
        <PlotSheet scene={scene} name={says} chosen={null} onTree={NOBODY} onPlace={NOBODY} />
      </div>
      <figcaption className="text-plain text-soft">{says}</figcaption>
    </figure>
  );
}
