import { showHeight, type UnitSystem } from '@arbolito/core';
import { useMemo } from 'react';
import { useDesk } from '../use-size';
import { NoDistance, ReachCautions } from './ReachCautions';
import { ReachDrawings } from './ReachDrawings';
import { OBJECT_FIELDS, ReachForm, ReachVerdict } from './ReachForm';
import { EMPTY, ghostOf, type MeasuredTree, type ReachTexts, reachOf } from './reach-model';

interface Props {
  readonly tag: string;
  /** What follows from the tree's readings so far; null while it has no height. */
  readonly measured: MeasuredTree | null;
  readonly units: UnitSystem;
  /** The person's own reach, metres, where the kit knows it. */
  readonly reach: number | null;
  /** What is typed of the object; null before anything is. */
  readonly texts: ReachTexts | null;
  readonly onTexts: (texts: ReachTexts) => void;
  readonly onClose: () => void;
}

/** Beside the sight sheet: would the tree that is drawn there reach something? It follows every reading. */
export default function ReachBeside({ tag, measured, units, reach, texts, onTexts, onClose }: Props) {
  const said = texts ?? EMPTY;
  const view = useMemo(() => reachOf(said, units, measured), [said, units, measured]);
  // on a phone it takes the whole page, and its title with it
  const Title = useDesk() ? 'h2' : 'h1';
  return (
    <section aria-label="Will it reach?" className="flex flex-col gap-3">
      <div className="flex items-center justify-between gap-3">
        <Title className="text-head leading-tight font-bold">Will it reach?</Title>
        <button type="button" className="chip px-3" onClick={onClose}>
          close
        </button>
      </div>
      <p className="text-plain text-soft">
        {measured ? (
          <>
            Tree {tag}:{' '}
            <b className="figure text-ink">
              {showHeight(measured.height, units)} ± {showHeight(measured.sigma, units)}
            </b>
            {measured.leans ? ', along its leaning stem' : ''}.
          </>
        ) : (
          `Tree ${tag} has no height yet: what is read of it shows here at once.`
        )}
      </p>
      <ReachForm
        fields={OBJECT_FIELDS}
        texts={said}
        view={view}
        units={units}
        onType={(field, text) => onTexts({ ...said, [field]: text })}
      />
      <ReachVerdict view={view} units={units} />
      <ReachDrawings view={view.answer ? view : ghostOf(said, units, measured)} ghost={!view.answer} units={units} height={220} />
      <div className="flex flex-col gap-3 border-t border-edge pt-3 text-small">
        <ReachCautions />
        <NoDistance reach={reach} />
      </div>
    </section>
  );
}
