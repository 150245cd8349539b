import { useMemo, useState } from 'react';
import { type Page, pagesOf } from '../../book/pages';
import { deviceName, loadPreferences, savePreferences } from '../../field/device';
import { useBook, useBookState } from '../../field/use-book';
import { PersonSelect } from '../../ui/PersonSelect';
import { Shell } from '../../ui/Shell';

interface Props {
  /** What the server knew when it sent this page; the local store rules as soon as it is open. */
  readonly surveys: readonly { readonly id: string; readonly name: string; readonly place: string | null; readonly trees: number }[];
}

/** Home: surveys as pages of a book, and the way to a single tree. */
export default function FieldBook({ surveys }: Props) {
  const state = useBookState();
  const pages = useMemo(() => (state.loaded ? pagesOf(state.book, deviceName()) : null), [state.loaded, state.book]);
  const waiting = pages === null || (pages.length === 0 && surveys.length > 0);
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
        {waiting
          ? surveys.map((s) => <Line key={s.id} id={s.id} name={s.name} place={s.place} says={`${s.trees} trees`} />)
          : pages?.map((p) => <PageLine key={p.id} page={p} />)}
      </ul>
      {!waiting && pages?.length === 0 && (
        <p className="mt-6 border-l-4 border-slate bg-slate-bg p-4">
          The book is empty. Measure one tree right away, or begin a survey: a purpose chooses its protocol.
        </p>
      )}
    </Shell>
  );
}

function PageLine({ page: p }: { page: Page }) {
  const says = [
    `${p.trees} ${p.trees === 1 ? 'tree' : 'trees'}`,
    p.withoutDiameter > 0 && `${p.withoutDiameter} without a diameter`,
    p.withHeight < p.trees && `${p.withHeight} with a height`,
    p.typicalError && `heights ± ${p.typicalError}`.replaceAll(' ', '\u00a0'),
  ];
  return <Line id={p.id} name={p.name} place={p.place} says={says.filter(Boolean).join(', ')} doubtful={p.doubtful} />;
}

function Line({
  id,
  name,
  place,
  says,
  doubtful = 0,
}: {
  id: string;
  name: string;
  place: string | null;
  says: string;
  doubtful?: number;
}) {
  return (
    <li className="flex items-stretch border-b border-edge">
      <a href={`/tally?survey=${id}`} className="flex min-h-16 min-w-0 flex-1 flex-col justify-center py-2 pr-3">
        <span className="text-[19px] font-semibold">{name}</span>
        {place && <span className="text-[15px] text-soft">{place}</span>}
        <span className="text-[15px]">
          {says}
          {doubtful > 0 && <span className="text-berry">, {doubtful} to look at</span>}
        </span>
      </a>
      <a href={`/measure?survey=${id}`} className="button my-2 self-center" aria-label={`Measure in ${name}`}>
        Measure
      </a>
    </li>
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
