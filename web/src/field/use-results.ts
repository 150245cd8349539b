import { proxy } from 'comlink';
import { useEffect, useState } from 'react';
import type { StandOptions } from '../book/stand';
import type { SurveyResults } from '../book/survey-results';
import { sheets } from './use-sheet';

/** A survey's figures; null while it is not here, with how many of its trees are worked out. */
export interface ResultsState {
  readonly results: SurveyResults | null;
  readonly worked: number;
  /** Whether more has come that is being worked out. */
  readonly old: boolean;
}

/**
 * A survey's figures as they stand on this device; undefined until something is known. The last ones stay while others are
 * worked out.
 * @throws Error where they can't be calculated, for the page's boundary to say
 */
export function useResults(survey: string | null, { confidence, intervals }: StandOptions): ResultsState | undefined {
  const [state, setState] = useState<ResultsState | undefined>(undefined);
  const [failed, setFailed] = useState<string | null>(null);
  useEffect(() => {
    if (!survey) return;
    const name = sheets().watchResults(
      survey,
      { confidence, intervals },
      proxy((results, worked, old, why) => {
        setFailed(why);
        setState((before) => ({ results: results ?? before?.results ?? null, worked, old }));
      }),
    );
    return () => void name.then((n) => sheets().unwatch(n));
  }, [survey, confidence, intervals]);
  if (failed !== null) throw new Error(`The results could not be calculated: ${failed}`);
  return state;
}
