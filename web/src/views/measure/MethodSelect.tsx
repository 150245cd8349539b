import { MEASURE_METHODS, METHOD_WORDS, type MeasureMethod } from '../../methods/methods';
import type { MeasureModel } from './use-measure';

interface Props {
  readonly m: MeasureModel;
  readonly className: string;
  readonly short?: boolean;
  readonly onPick?: (() => void) | undefined;
}

/** The ways of measuring a height, to choose from. */
export function MethodSelect({ m, className, short = false, onPick }: Props) {
  return (
    <select
      aria-label="method of measuring the height"
      className={className}
      value={m.method}
      onChange={(e) => {
        m.measureBy(e.target.value as MeasureMethod);
        onPick?.();
      }}
    >
      {MEASURE_METHODS.map((method) => (
        <option key={method} value={method}>
          {METHOD_WORDS[method][short ? 1 : 0]}
        </option>
      ))}
    </select>
  );
}
