import { memo } from 'react';
import type { Panel } from './Beside';
import { SpeciesSelect } from './SpeciesSelect';
import type { MeasureModel } from './use-measure';

interface Props extends Pick<MeasureModel, 'speciesList' | 'setTree' | 'go'> {
  readonly tag: string;
  readonly species: string | null;
  readonly atTrunk: boolean;
  readonly panel: Panel;
  readonly setPanel: (panel: Panel) => void;
}

/** In a phone's header: which tree it is, and what can stand in the sheet's place. */
export const PhoneHead = memo(function PhoneHead(p: Props) {
  return (
    <>
      <span className="figure shrink-0 font-bold">{p.tag}</span>
      <div className="min-w-0 flex-1">
        <SpeciesSelect species={p.species} speciesList={p.speciesList} setTree={p.setTree} />
      </div>
      {p.atTrunk ? (
        <button type="button" className="chip px-3" onClick={() => p.go('dbh')}>
          back to the tape
        </button>
      ) : (
        <button type="button" className="chip" aria-expanded={p.panel !== null} onClick={() => p.setPanel(p.panel ? null : 'steps')}>
          {p.panel ? 'sheet' : 'steps'}
        </button>
      )}
    </>
  );
});
