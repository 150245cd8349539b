import { MEASURE_METHODS, METHODS, type MeasureMethod } from '../../methods/index';
import type { MeasureModel } from './use-measure';

interface Props {
  readonly m: Pick<MeasureModel, 'method' | 'measureBy'>;
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
          {METHODS[method][short ? 'short' : 'name']}
        </option>
      ))}
    </select>
  );
}
