import { memo } from 'react';
import type { Panel } from './Beside';
import type { MeasureModel } from './use-measure';

interface Props {
  readonly atTrunk: boolean;
  readonly panel: Panel;
  readonly setPanel: (panel: Panel) => void;
  readonly go: MeasureModel['go'];
}

/** The pages of one tree. */
export const TreeTabs = memo(function TreeTabs({ atTrunk, panel, setPanel, go }: Props) {
  const page = atTrunk ? 'trunk' : panel === 'visits' || panel === 'sheet' ? panel : 'sights';
  const open = (to: Panel) => () => {
    if (atTrunk) go('dbh');
    setPanel(to);
  };
  const toTrunk = () => {
    setPanel(null);
    go('trunk');
  };
  const pages = [
    ['sights', 'Sights', open(null)],
    ['trunk', 'Where the tape goes', toTrunk],
    ['visits', 'Visits', open('visits')],
    ['sheet', 'One-tree sheet', open('sheet')],
  ] as const;
  return (
    <nav aria-label="Pages of the tree" className="flex gap-1 overflow-x-auto border-b border-rule bg-paper px-2 print:hidden">
      {pages.map(([id, name, act]) => (
        <button
          key={id}
          type="button"
          aria-current={page === id ? 'page' : undefined}
          className="min-h-12 shrink-0 border-b-[3px] border-transparent px-3 text-plain text-soft aria-[current=page]:border-resin aria-[current=page]:font-semibold aria-[current=page]:text-ink"
          onClick={act}
        >
          {name}
        </button>
      ))}
    </nav>
  );
});
