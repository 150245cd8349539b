import type { StepId } from './steps';
import type { MeasureModel } from './use-measure';

export interface ChipsProps {
  readonly m: MeasureModel;
  readonly step: StepId;
}

/** What follows from the digits in the field: the chips do not. */
const FOLLOWS: ReadonlySet<string> = new Set<keyof MeasureModel>([
  'place',
  'tree',
  'trunk',
  'station',
  'steps',
  'step',
  'draft',
  'scene',
  'result',
  'readings',
]);

/** The chips stay as they are while digits are typed, but for the first and where a chip stands for what is typed. */
export function sameChips(a: ChipsProps, b: ChipsProps): boolean {
  const same = <T extends object>(x: T, y: T, but: (key: string) => boolean) =>
    Object.keys(x).every((k) => but(k) || Object.is(x[k as keyof T], y[k as keyof T]));
  const typed = a.m.place.text === b.m.place.text || (a.step !== 'set-angle' && (a.m.place.text === '') === (b.m.place.text === ''));
  return (
    a.step === b.step &&
    typed &&
    a.m.tree.found === b.m.tree.found &&
    same(a.m.place, b.m.place, (k) => k === 'text') &&
    same(a.m, b.m, (k) => FOLLOWS.has(k))
  );
}
