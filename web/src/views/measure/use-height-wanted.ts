import { type ProtocolOptions, wantsHeight } from '@arbolito/core';
import { useEffect, useState } from 'react';
import { afterPaint } from '../../field/after-paint';

interface Asked {
  readonly survey: string | null;
  readonly tree: string;
  readonly plot: string | null;
  /** By name. */
  readonly species: string | null;
  readonly dbh: number | null;
}

/**
 * Whether the tree in hand wants a height. Where that follows from the other trees of its survey another thread knows;
 * until it has said, and where it can't, it is wanted: a height too many is better than one too few.
 */
export function useHeightWanted({ survey, tree, plot, species, dbh }: Asked, protocol: ProtocolOptions): boolean {
  const alone = wantsHeight(tree, protocol);
  const [said, setSaid] = useState<{ readonly of: string; readonly is: boolean } | null>(null);
  const of = `${survey} ${tree} ${plot} ${species} ${dbh}`;
  useEffect(() => {
    if (alone !== null || survey === null || dbh === null) return;
    let here = true;
    void afterPaint()
      .then(() => import('../../field/use-sheet'))
      .then(({ sheets }) => sheets().heightWanted(survey, { id: tree, plot, species, dbh }))
      .then((is) => here && setSaid({ of, is }))
      .catch(() => {});
    return () => {
      here = false;
    };
  }, [alone, survey, tree, plot, species, dbh, of]);
  return alone ?? (said?.of === of ? said.is : true);
}
