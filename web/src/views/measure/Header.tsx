import { memo } from 'react';
import { Link } from 'wouter';
import { KeptState } from '../../ui/KeptState';
import { Mark } from '../../ui/Mark';
import type { Panel } from './Beside';
import { SpeciesSelect } from './Trail';
import type { MeasureModel } from './use-measure';

interface Props extends Pick<MeasureModel, 'speciesList' | 'setTree' | 'go'> {
  readonly survey: string | null;
  readonly name: string;
  readonly tag: string;
  readonly species: string | null;
  readonly atTrunk: boolean;
  readonly panel: Panel;
  readonly setPanel: (panel: Panel) => void;
  readonly display: string;
  readonly nextDisplay: () => void;
}

const BACK = 'flex min-h-12 min-w-12 items-center gap-2 font-bold desk:text-[19px]';

/** Which tree of which survey, whether it is kept, and what can stand beside the sheet. */
export const Header = memo(function Header(p: Props) {
  return (
    <header className="flex min-w-0 items-center gap-2 border-b-2 border-ink px-2 desk:col-span-3 desk:gap-4 desk:px-4">
      {p.survey ? (
        <Link href={`/trees?survey=${p.survey}`} className={BACK} aria-label="Back to the survey">
          <Mark />
          <span className="hidden desk:inline">Arbolito</span>
        </Link>
      ) : (
        <a href="/" className={BACK} aria-label="Back to the field book">
          <Mark />
          <span className="hidden desk:inline">Arbolito</span>
        </a>
      )}
      <span className="hidden min-w-0 truncate text-soft desk:block">{p.name}</span>
      <span className="figure shrink-0 font-bold desk:hidden">{p.tag}</span>
      <div className="min-w-0 flex-1 desk:hidden">
        <SpeciesSelect species={p.species} speciesList={p.speciesList} setTree={p.setTree} />
      </div>
      <span className="ml-auto hidden text-[15px] text-soft desk:block" role="status">
        <KeptState />
      </span>
      {!p.atTrunk && (
        <button
          type="button"
          className="chip hidden px-3 desk:inline-flex"
          aria-pressed={p.panel === 'reach'}
          onClick={() => p.setPanel(p.panel === 'reach' ? null : 'reach')}
        >
          will it reach?
        </button>
      )}
      <button
        type="button"
        className="chip hidden px-3 desk:inline-flex"
        onClick={p.nextDisplay}
        aria-label={`Display: ${p.display}. Change it`}
      >
        {p.display}
      </button>
      {p.atTrunk ? (
        <button type="button" className="chip px-3" onClick={() => p.go('dbh')}>
          back to the tape
        </button>
      ) : (
        <button
          type="button"
          className="chip desk:hidden"
          aria-expanded={p.panel !== null}
          onClick={() => p.setPanel(p.panel ? null : 'steps')}
        >
          {p.panel ? 'sheet' : 'steps'}
        </button>
      )}
    </header>
  );
});
