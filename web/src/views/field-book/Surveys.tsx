import { useMemo, useState } from 'react';
import type { Page } from '../../book/pages';
import { useBookState } from '../../field/use-book';
import { weight } from '../../ui/weight';
import { inPlaces } from './places';
import { type Other, OtherLine, PageLine } from './SurveyLine';

/** So many surveys that are not here are shown at once, those worked in last. */
const MOST = 30;

interface Props {
  /** Surveys of which this device knows all that their lines say. */
  readonly pages: readonly Page[];
  /** Surveys as somebody listed them, the one worked in last first. */
  readonly listed: readonly Other[];
}

/**
 * Surveys, one a line: what is carried first, here already or on its way, then the others. Which ones are carried
 * orders the lines: until that is known none can be pressed, and afterwards each keeps its place.
 */
export function Surveys({ pages, listed }: Props) {
  const { loaded, along, coming } = useBookState();
  const [asked, ask] = useState('');
  const pageOf = useMemo(() => new Map(pages.map((p) => [p.id, p])), [pages]);
  const otherOf = useMemo(() => new Map(listed.map((s) => [s.id, s])), [listed]);
  const carried = useMemo(() => new Set([...along, ...pageOf.keys()]), [along, pageOf]);
  const ids = useMemo(() => {
    const all = [...otherOf.keys()];
    // nobody listed what was never sent
    const unsent = [...carried].filter((id) => !otherOf.has(id));
    return [...unsent, ...all.filter((id) => carried.has(id)), ...all.filter((id) => !carried.has(id))];
  }, [carried, otherOf]);
  const [places, setPlaces] = useState<readonly string[]>([]);
  const placed = useMemo(() => inPlaces(places, ids), [places, ids]);
  if (loaded && placed.join() !== places.join()) setPlaces(placed);

  const others = placed.flatMap((id) => (carried.has(id) ? [] : (otherOf.get(id) ?? [])));
  const wanted = asked.trim().toLowerCase();
  const found = wanted ? others.filter((s) => `${s.name} ${s.place ?? ''}`.toLowerCase().includes(wanted)) : others;
  const shown = new Set(found.slice(0, MOST).map((s) => s.id));
  return (
    <>
      <ul className="mt-3 border-t-2 border-ink" aria-label="Surveys" inert={!loaded}>
        {placed.map((id) => {
          const [page, other, comes] = [pageOf.get(id), otherOf.get(id), coming.get(id)];
          if (page) return <PageLine key={id} page={page} coming={comes} />;
          if (!other || !(carried.has(id) || shown.has(id))) return null;
          const here = !loaded || carried.has(id) ? 'coming' : 'no';
          const weighs = other.bytes === undefined || carried.has(id) ? null : weight(other.bytes);
          return <OtherLine key={id} survey={other} weighs={weighs} here={here} coming={comes} />;
        })}
      </ul>
      {others.length > MOST && (
        <div className="mt-3 flex flex-wrap items-center gap-3">
          <input
            type="search"
            aria-label="Find a survey"
            placeholder="find by name or place"
            className="box max-w-xs"
            value={asked}
            onChange={(e) => ask(e.target.value)}
          />
          <span className="text-soft" role="status">
            {found.length === 0
              ? 'No survey has that in its name or place.'
              : found.length > MOST
                ? `${found.length - MOST} more: find them by name or place`
                : ''}
          </span>
        </div>
      )}
    </>
  );
}
