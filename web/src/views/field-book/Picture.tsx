import type { GeoArea } from '@arbolito/core';
import type { Page } from '../../book/pages';
import { useBook } from '../../field/use-book';
import { SurveyPlan } from '../../ui/plot/SurveyPlan';
import { Ranked } from './Ranked';

/** So few on the map make no picture of a place. */
const FEW = 3;

/** A survey's own picture: its plan where it has plots or areas, its street where trees stand on the map, else its heights. */
export function Picture({ page: { id, name, plots, standing, ranked } }: { page: Page }) {
  const book = useBook((s) => s.book);
  const areas = book
    .partsOf(id, 'stratum')
    .flatMap(({ entity, body }) => (body.outline ? [{ id: entity, name: body.name, area: body.outline as unknown as GeoArea }] : []));
  const marks = plots.flatMap((p) => (p.at ? [{ ...p, at: p.at }] : []));
  const dots =
    marks.length > 0 || standing.length < FEW ? [] : standing.map((at, i) => ({ id: String(i), name: '', state: 'finished', at }));
  if (areas.length + marks.length + dots.length === 0) return <Ranked heights={ranked} />;
  return (
    <span className="block h-[72px] desk:h-[84px]">
      <SurveyPlan areas={areas} plots={marks.length > 0 ? marks : dots} name={`Plan of ${name}`} />
    </span>
  );
}
