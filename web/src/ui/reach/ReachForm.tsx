import { showHeight, type UnitSystem } from '@arbolito/core';
import type { ReachField, ReachTexts, ReachView } from './reach-model';

const FIELDS: Readonly<Record<ReachField, readonly [name: string, hint: string]>> = {
  height: ['Height of the tree', 'of a leaner its stem length'],
  sigma: ['its ±', 'two of them are added'],
  distance: ['To the object', 'along the ground, from its foot'],
  slope: ['Slope to the object', 'degrees, up positive'],
  objectHeight: ['Height of the object', 'a wire, an eave; 0 for the ground'],
  margin: ['Margin', 'kept on top of everything'],
};
export const ALL_FIELDS = Object.keys(FIELDS) as readonly ReachField[];
/** What is asked where the tree is measured. */
export const OBJECT_FIELDS = ALL_FIELDS.filter((f) => f !== 'height' && f !== 'sigma');

interface FormProps {
  readonly fields: readonly ReachField[];
  readonly texts: ReachTexts;
  readonly view: ReachView;
  readonly units: UnitSystem;
  readonly onType: (field: ReachField, text: string) => void;
}

/** What the question needs, a line each; what is wrong stands under its line. */
export function ReachForm({ fields, texts, view, units, onType }: FormProps) {
  return (
    <form className="flex flex-col gap-2" onSubmit={(e) => e.preventDefault()}>
      {fields.map((field) => (
        <label key={field} className="grid grid-cols-[1fr_108px] items-center gap-x-3 text-plain">
          <span>
            <span className="font-semibold">{FIELDS[field][0]}</span>
            <span className="block text-note leading-tight text-soft">{FIELDS[field][1]}</span>
          </span>
          <span className="flex items-center gap-1.5">
            <input
              className={`figure box w-full min-w-0 px-2! text-right text-lead ${view.wrong[field] ? 'border-berry!' : view.missing.includes(field) ? 'border-resin!' : ''}`}
              inputMode="decimal"
              autoComplete="off"
              maxLength={20}
              value={texts[field]}
              aria-invalid={view.wrong[field] !== undefined}
              onChange={(e) => onType(field, e.target.value)}
            />
            <span className="w-5 text-soft">{field === 'slope' ? '°' : units === 'us' ? 'ft' : 'm'}</span>
          </span>
          {view.wrong[field] && <span className="col-span-2 text-small text-berry">{view.wrong[field]}</span>}
        </label>
      ))}
    </form>
  );
}

const WORDS = {
  reaches: ['It reaches', 'border-berry bg-berry-bg'],
  'within-margin': ['It may reach: inside the margin', 'border-berry bg-berry-bg'],
  'may-slide': ['Downhill a stem slides: it is never clear', 'border-berry bg-berry-bg'],
  clear: ['It does not reach', 'border-wood bg-wood-bg'],
} as const;

/** The answer in words, or what is still missing. */
export function ReachVerdict({ view, units }: { view: ReachView; units: UnitSystem }) {
  const { answer: a } = view;
  if (!a) {
    const needs = view.missing.map((f) => FIELDS[f][0].toLowerCase()).join(', ');
    return <p className="border-l-4 border-slate bg-slate-bg p-4">{needs ? `Still needed: ${needs}.` : 'Look at the field in red.'}</p>;
  }
  const [words, look] = WORDS[a.verdict];
  const left = showHeight(Math.abs(a.left) as typeof a.reach, units);
  return (
    <div role="status" className={`border-l-4 p-4 ${look}`} data-verdict={a.verdict}>
      <p className="text-head leading-tight font-bold">{words}</p>
      <p>
        It reaches <b className="figure">{showHeight(a.reach, units)}</b> (height and twice its error); the object is{' '}
        <b className="figure">{showHeight(a.away, units)}</b> away, straight from the foot of the tree:{' '}
        {a.left > 0 ? `${left} to spare` : `${left} too little`}. People keep <b className="figure">{showHeight(a.keepAway, units)}</b>{' '}
        away.
      </p>
    </div>
  );
}
