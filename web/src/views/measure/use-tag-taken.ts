import { useEffect, useState } from 'react';
import { afterPaint } from '../../field/after-paint';
import type { TakenTag } from '../../field/tree-index';

interface Asked {
  readonly survey: string | null;
  readonly tree: string;
  readonly plot: string | null;
  readonly tag: string;
}

/**
 * Whether another tree of the plot, or of a survey without plots, has a tag already: its own tree, and the next tag that is
 * free; null while nothing is known, and where it is the only one.
 */
export function useTagTaken({ survey, tree, plot, tag }: Asked): TakenTag | null {
  const [taken, setTaken] = useState<{ readonly of: string; readonly is: TakenTag | null } | null>(null);
  const of = `${survey} ${tree} ${plot} ${tag}`;
  useEffect(() => {
    if (survey === null) return;
    let here = true;
    // who knows all trees is another thread, fetched when the page stands
    void afterPaint()
      .then(() => import('../../field/use-sheet'))
      .then(({ sheets }) => sheets().tagTaken(survey, tree, plot, tag))
      .then((is) => here && setTaken({ of, is }))
      .catch(() => {});
    return () => {
      here = false;
    };
  }, [survey, tree, plot, tag, of]);
  return taken?.of === of ? taken.is : null;
}
