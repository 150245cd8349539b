import { type LengthUnit, UNITS_OF } from '@arbolito/core';
import { Choice } from './Choice';
import type { MeasureModel } from './use-measure';

/** The unit of a bare number. A single tree takes its whole system of units from it. */
export function Units<U extends LengthUnit>({
  m,
  units,
  on,
  pick,
}: {
  m: Pick<MeasureModel, 'prefs' | 'choose' | 'ownUnits'>;
  units: readonly U[];
  on: LengthUnit;
  pick: (u: U) => void;
}) {
  const shown: readonly LengthUnit[] = (units as readonly LengthUnit[]).includes(on) ? units : [...units, on];
  return (
    <>
      {shown.map((u) => (
        <Choice
          key={u}
          label={u}
          on={u === on}
          pick={() => {
            const system = u === 'ft' || u === 'in' ? 'us' : 'metric';
            if (m.ownUnits && UNITS_OF[m.prefs.units].diameter !== u) m.choose({ units: system, diameterUnit: null, lengthUnit: null });
            else pick(u as U);
          }}
        />
      ))}
    </>
  );
}
