import { memo } from 'react';
import { savedPreferences } from '../../field/preferences';
import type { MeasureModel } from './use-measure';

/** Those used last come first, the others as the book lists them. */
function lastUsed(list: MeasureModel['speciesList']): MeasureModel['speciesList'] {
  const used = savedPreferences().species.flatMap((id) => list.filter((s) => s.entity === id));
  return used.length === 0 ? list : [...used, ...list.filter((s) => !used.includes(s))];
}

type SpeciesProps = Pick<MeasureModel, 'speciesList' | 'setTree'> & { readonly species: string | null; readonly onNew?: () => void };
const NEW = 'new';
/** Not drawn again with every key: only what it shows is asked for. */
export const SpeciesSelect = memo(function SpeciesSelect({ species, speciesList, setTree, onNew }: SpeciesProps) {
  return (
    <select
      aria-label="Species"
      className="chip w-full justify-start text-left"
      value={species ?? ''}
      onChange={(e) => (e.target.value === NEW ? onNew?.() : setTree({ species: e.target.value || null }))}
    >
      <option value="">species not said</option>
      {lastUsed(speciesList).map((s) => (
        <option key={s.entity} value={s.entity}>
          {s.body.name}
        </option>
      ))}
      {onNew && <option value={NEW}>another species …</option>}
    </select>
  );
});
