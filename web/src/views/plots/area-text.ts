import { formatNumber, SQUARE_METRES_PER_ACRE, type UnitSystem } from '@arbolito/core';
import type { ReadText } from '../../ui/KeptField';

const SQUARE_METRES_PER_HECTARE = 10_000;
const per = (units: UnitSystem) => (units === 'us' ? SQUARE_METRES_PER_ACRE : SQUARE_METRES_PER_HECTARE);

export const areaUnit = (units: UnitSystem) => (units === 'us' ? 'acres' : 'ha');

/** Hectares or acres as they are typed, in square metres. */
export function parseArea(text: string, units: UnitSystem): ReadText<number> {
  const value = Number(text.trim().replace(',', '.'));
  const m2 = value * per(units);
  if (text.trim() === '' || !(m2 > 0 && m2 <= 1e10))
    return { ok: false, reason: `A number above 0, in ${areaUnit(units)}: at most ${formatNumber(1e10 / per(units), 0)}.` };
  return { ok: true, value: m2 };
}
export const typedArea = (m2: number | null | undefined, units: UnitSystem): string =>
  m2 == null ? '' : String(Number((m2 / per(units)).toFixed(3)));
export const sayArea = (m2: number, units: UnitSystem): string => `${formatNumber(m2 / per(units), 2)} ${areaUnit(units)}`;
