import { useMemo, useState } from 'react';
import { type Page, pagesOf } from '../../book/pages';
import { bookStore } from '../../field/book-store';
import { deviceName, loadPreferences, savePreferences } from '../../field/device';
import type { Coming as HowFar } from '../../field/store';
import { useBook, useBookState } from '../../field/use-book';
import { useHeads } from '../../field/use-sheet';
import { Coming } from '../../ui/Coming';
import { LeaveBehind } from '../../ui/LeaveBehind';
import { PersonSelect } from '../../ui/PersonSelect';
import { Shell } from '../../ui/Shell';
import { weight } from '../../ui/weight';

/** So many surveys that are not here are shown at once, those worked in last. */
const MOST = 30;

interface Props {
  /** What the server knew when it sent this page; the local store rules as soon as it is open. */
  readonly surveys: readonly Other[];
}

/** A survey as the server lists it. */
interface Other {
  readonly id: string;
  readonly name: string;
  readonly place: string | null;
  readonly trees: number;
  readonly bytes?: number;
}

/** Home: surveys as pages of a book, and the way to a single tree. */
export default function FieldBook({ surveys }: Props) {
  const state = useBookState();
  const heads = useHeads(useMemo(() => [...state.along], [state.along]));
  const known = state.loaded && [...state.along].every((s) => heads.has(s));
  const pages = useMemo(
    () =>
      pagesOf(
        [...heads.values()].flatMap((h) => h ?? []),
        deviceName(),
      ),
    [heads],
  );
  const [asked, ask] = useState('');
  const others = useMemo(() => {
    const listed = state.surveys?.filter((s) => !s.struck).toSorted((a, b) => (a.last < b.last ? 1 : -1));
    const named: readonly Other[] = listed?.flatMap((s) => (s.name === null ? [] : [{ ...s, name: s.name }])) ?? surveys;
    const here = new Set(pages.map((p) => p.id));
    return named.filter((s) => !here.has(s.id));
  }, [pages, state.surveys, surveys]);
  const wanted = asked.trim().toLowerCase();
  const found = wanted ? others.filter((s) => `${s.name} ${s.place ?? ''}`.toLowerCase().includes(wanted)) : others;
  return (
    <Shell>
      <div className="flex flex-wrap items-center justify-between gap-4">
        <h1 className="text-[30px] leading-tight font-bold">Field book</h1>
        <div className="flex flex-wrap gap-3">
          <a className="button button-go" href="/measure">
            Measure one tree
          </a>
          <a className="button" href="/new-survey">
            New survey
          </a>
        </div>
      </div>
      <nav aria-label="Tools" className="mt-3 flex flex-wrap gap-x-6 text-[16px]">
        {[
          ['/measure?trunk', 'Where to put the tape'],
          ['/bench', 'Bench'],
          ['/reach', 'Will it reach?'],
          ['/protocols', 'Protocols'],
          ['/kit', 'Kit'],
        ].map(([href, name]) => (
          <a key={href} href={href} className="flex min-h-12 items-center underline decoration-edge underline-offset-4">
            {name}
          </a>
        ))}
      </nav>
      <Who />
      <ul className="mt-4 border-t-2 border-ink" aria-label="Surveys">
        {pages.map((p) => (
          <PageLine key={p.id} page={p} coming={state.coming.get(p.id)} />
        ))}
        {found.slice(0, MOST).map((s) => (
          <Line
            key={s.id}
            id={s.id}
            name={s.name}
            place={s.place}
            says={s.bytes === undefined || state.along.has(s.id) ? trees(s.trees) : `${trees(s.trees)}, ${weight(s.bytes)}`}
            here={!state.loaded || state.along.has(s.id) ? 'coming' : 'no'}
            coming={state.coming.get(s.id)}
          />
        ))}
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
      <Carried pages={pages} weights={new Map(state.surveys?.map((s) => [s.id, s.bytes]))} />
      {known && pages.length === 0 && others.length === 0 && (
        <p className="mt-6 border-l-4 border-slate bg-slate-bg p-4">
          The book is empty. Measure one tree right away, or begin a survey: a purpose chooses its protocol.
        </p>
      )}
    </Shell>
  );
}

const trees = (n: number) => `${n} ${n === 1 ? 'tree' : 'trees'}`;

function PageLine({ page: p, coming }: { page: Page; coming: HowFar | undefined }) {
  const says = [
    trees(p.trees),
    p.withoutDiameter > 0 && `${p.withoutDiameter} without a diameter`,
    p.withHeight < p.trees && `${p.withHeight} with a height`,
    p.typicalError && `heights ± ${p.typicalError}`.replaceAll(' ', '\u00a0'),
  ];
  return <Line id={p.id} name={p.name} place={p.place} says={says.filter(Boolean).join(', ')} doubtful={p.doubtful} coming={coming} />;
}

function Line({
  id,
  name,
  place,
  says,
  doubtful = 0,
  here = 'yes',
  coming,
}: {
  id: string;
  name: string;
  place: string | null;
  says: string;
  doubtful?: number;
  /** Whether this device carries it; one that is chosen may not be here yet. */
  here?: 'yes' | 'coming' | 'no';
  coming?: HowFar | undefined;
}) {
  return (
    <li className="flex items-stretch gap-2 border-b border-edge">
      <a href={`/trees?survey=${id}`} className="flex min-h-16 min-w-0 flex-1 flex-col justify-center py-2 pr-3">
        <span className="text-[19px] font-semibold">{name}</span>
        {place && <span className="text-[15px] text-soft">{place}</span>}
        <span className="text-[15px]">
          {says}
          {doubtful > 0 && <span className="text-berry">, {doubtful} to look at</span>}
          {here === 'no' && <span className="text-soft">, not on this device</span>}
          {here === 'coming' && !coming && <span className="text-soft"> …</span>}
        </span>
        {coming && <Coming {...coming} />}
      </a>
      <span className="flex flex-col justify-center gap-1 py-2 desk:flex-row desk:items-center desk:gap-2">
        {here === 'no' && (
          <button type="button" className="button" aria-label={`Take ${name} along`} onClick={() => void bookStore.takeAlong(id)}>
            Take along
          </button>
        )}
        <a href={`/measure?survey=${id}`} className="button" aria-label={`Measure in ${name}`}>
          Measure
        </a>
      </span>
    </li>
  );
}

/** What this device carries, with what it weighs; what the server has all of can be left behind. */
function Carried({ pages, weights }: { pages: readonly Page[]; weights: ReadonlyMap<string, number> }) {
  if (pages.length === 0) return null;
  return (
    <details className="mt-6">
      <summary className="flex min-h-12 items-center text-[16px] font-semibold">
        Carried on this device: {pages.length} {pages.length === 1 ? 'survey' : 'surveys'}
      </summary>
      <p className="max-w-prose text-[15px] text-soft">
        These open and take readings without a network. One that is left behind stays with the server and can be taken along again.
      </p>
      <ul aria-label="Surveys on this device">
        {pages.map((p) => (
          <li key={p.id} className="flex flex-wrap items-center gap-x-3 border-b border-rule py-1">
            <span className="min-w-0 flex-1">
              {p.name} <span className="text-[15px] text-soft">{weights.has(p.id) ? weight(weights.get(p.id) ?? 0) : 'not sent yet'}</span>
            </span>
            <LeaveBehind id={p.id} name={p.name} />
          </li>
        ))}
      </ul>
    </details>
  );
}

/** Whose readings these are: asked once, never in the way. */
function Who() {
  const book = useBook((s) => s.book);
  const [prefs, setPrefs] = useState(() => (typeof localStorage === 'undefined' ? null : loadPreferences()));
  const people = book.all('person');
  if (people.length === 0 || !prefs) return null;
  return (
    <div className="mt-4 flex max-w-md items-center gap-3 text-[15px]">
      <span className="shrink-0 text-soft">Measured by</span>
      <PersonSelect
        people={people}
        value={prefs.person}
        name="Measured by"
        nobody="nobody said"
        onPick={(person) => {
          const next = { ...prefs, person };
          setPrefs(next);
          savePreferences(next);
        }}
      />
    </div>
  );
}
