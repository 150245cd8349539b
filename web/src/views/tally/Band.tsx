import { cubicMetres, formatNumber, LOG_RULES, type ProtocolOptions, showVolume, type UnitSystem } from '@arbolito/core';
import { memo } from 'react';
import type { PlotTotals } from '../../book/plot-totals';

/** Square metres a hectare in square feet an acre. */
const FT2_PER_ACRE = 4.356;
/** Square metres in square feet. */
const FT2 = 10.7639104167;

/** How much basal area that is, in the survey's units. */
const sayBasalArea = (m2: number, units: UnitSystem, per: boolean): string =>
  formatNumber(units === 'us' ? m2 * (per ? FT2_PER_ACRE : FT2) : m2, 1);

/** Running totals of the plot. */
export const Band = memo(function Band({ totals, protocol, wanted }: { totals: PlotTotals; protocol: ProtocolOptions; wanted: number }) {
  const { units, logRule = 'doyle' } = protocol;
  const area = units === 'us' ? 'ft²' : 'm²';
  const { trees, perHectare, basalArea, withoutDiameter, withVolume, withBoards } = totals;
  const boards = withBoards > 0 && units === 'us';
  const of = boards ? withBoards : withVolume;
  return (
    <dl className="grid grid-cols-3 divide-x divide-soft bg-ink text-sheet" data-band>
      <Figure name="Trees here">{trees}</Figure>
      <Figure
        name={`${perHectare === null ? `Basal area, ${area}` : units === 'us' ? 'ft²/acre' : 'm²/ha'}${withoutDiameter > 0 ? `, of ${trees - withoutDiameter}` : ''}`}
      >
        {sayBasalArea(perHectare ?? basalArea, units, perHectare !== null)}
      </Figure>
      {of > 0 ? (
        <Figure name={boards ? `${LOG_RULES[logRule].name}, of ${of} of ${trees}` : `Volume of ${of} of ${trees}`}>
          {boards ? `${formatNumber(totals.boardFeet[logRule] ?? 0, 0)} bd ft` : showVolume(cubicMetres(totals.volume), units)}
        </Figure>
      ) : (
        <Figure name="Want a height">{wanted}</Figure>
      )}
    </dl>
  );
});

const Figure = ({ name, children }: { name: string; children: React.ReactNode }) => (
  <div className="min-w-0 px-3 py-1.5 desk:px-5 desk:py-3">
    <dt className="truncate text-note desk:text-small">{name}</dt>
    <dd className="figure truncate text-lead leading-tight font-bold desk:text-head">{children}</dd>
  </div>
);
