import { useMemo, useState, useSyncExternalStore } from 'react';
import { dueIn } from '../../book/due';
import { type Page, pagesOf } from '../../book/pages';
import { onPreferences, savedPreferences } from '../../field/preferences';
import { useBookState } from '../../field/use-book';
import { useHeads } from '../../field/use-sheet';
import { type Stopped, whereStopped } from '../../field/where-stopped';
import { Frame } from '../../ui/frame/Frame';
import { LeaveBehind } from '../../ui/LeaveBehind';
import { bounded } from '../../ui/PageBoundary';
import { useToday } from '../../ui/use-today';
import { weight } from '../../ui/weight';
import { AtHand } from './AtHand';
import { StruckSurveys } from './StruckSurveys';
import type { Other } from './SurveyLine';
import { Surveys } from './Surveys';

interface Props {
  /** What the server knew when it sent this page; the local store rules as soon as it is open. */
  readonly surveys: readonly Other[];
}

/** Home: where one stopped, surveys as pages of a book, the tools at hand, and what is due. */
function FieldBook({ surveys }: Props) {
  const state = useBookState();
  const heads = useHeads(useMemo(() => [...state.along], [state.along]));
  const known = state.loaded && [...state.along].every((s) => heads.has(s));
  const pages = useMemo(() => pagesOf([...heads.values()].flatMap((h) => h ?? [])), [heads]);
  const listed = useMemo((): readonly Other[] => {
    const all = state.surveys?.filter((s) => !s.struck).toSorted((a, b) => (a.last < b.last ? 1 : -1));
    return all?.flatMap((s) => (s.name === null ? [] : [{ ...s, name: s.name }])) ?? surveys;
  }, [state.surveys, surveys]);
  return (
    <Frame tab="book" wide>
      <div className="grid gap-x-9 gap-y-6 desk:grid-cols-[minmax(0,1fr)_300px]">
        <div className="min-w-0">
          <div className="flex flex-wrap items-center justify-between gap-3">
            <h1 className="text-head leading-tight font-bold">Field book</h1>
            <div className="flex flex-wrap gap-2">
              <a className="button" href="/new-survey">
                New survey
              </a>
              <a className="button button-go" href="/measure">
                Measure one tree
              </a>
            </div>
          </div>
          {state.loaded && <WhereStopped nameOf={(id) => state.book.find('survey', id)?.body.name ?? null} />}
          <Surveys pages={pages} listed={listed} />
          {state.reached === false && state.surveys === null && (
            <p className="mt-3 text-soft">No server just now: surveys that are not on this device are listed once it answers.</p>
          )}
          <StruckSurveys />
          <Carried pages={pages} weights={new Map(state.surveys?.map((s) => [s.id, s.bytes]))} />
          {known && pages.length === 0 && listed.length === 0 && (
            <p className="mt-6 border-l-4 border-slate bg-slate-bg p-4">
              The book is empty. Measure one tree right away, or begin a survey: a purpose chooses its protocol.
            </p>
          )}
        </div>
        <Beside />
      </div>
    </Frame>
  );
}

const nothing = () => null;

function Beside() {
  const { book, loaded } = useBookState();
  const saved = useSyncExternalStore(onPreferences, savedPreferences, nothing);
  const today = useToday();
  const due = useMemo(() => (loaded && saved ? dueIn(book, saved.person, saved.instruments, today) : []), [book, loaded, saved, today]);
  return <AtHand due={due} />;
}

/** The tree that was in hand last, where something of it is read or typed. */
function WhereStopped({ nameOf }: { nameOf: (survey: string) => string | null }) {
  const [stopped] = useState<Stopped | null>(whereStopped);
  if (!stopped?.begun) return null;
  const survey = stopped.survey === null ? 'Single trees' : nameOf(stopped.survey);
  if (survey === null) return null;
  const asked = new URLSearchParams({ ...(stopped.survey ? { survey: stopped.survey } : {}), tree: stopped.tree });
  return (
    <div className="mt-3 flex flex-wrap items-center gap-3 border-l-4 border-resin bg-resin-bg py-2 pr-2 pl-4">
      <p className="min-w-0 flex-1">
        <b>Where you stopped:</b> {survey}, tree {stopped.tag}
        {stopped.step === null ? ', all read.' : `: ${stopped.step.charAt(0).toLowerCase()}${stopped.step.slice(1)} comes next.`}
      </p>
      <a className="button button-go" href={`/measure?${asked}`}>
        Go on
      </a>
    </div>
  );
}

/** What this device carries, with what it weighs; what the server has all of can be left behind. */
function Carried({ pages, weights }: { pages: readonly Page[]; weights: ReadonlyMap<string, number> }) {
  if (pages.length === 0) return null;
  return (
    <details className="mt-6">
      <summary className="flex min-h-12 items-center text-base font-semibold">
        Carried on this device: {pages.length} {pages.length === 1 ? 'survey' : 'surveys'}
      </summary>
      <p className="max-w-prose text-plain text-soft">
        These open and take readings without a network. One that is left behind stays with the server and can be taken along again.
      </p>
      <ul aria-label="Surveys on this device">
        {pages.map((p) => (
          <li key={p.id} className="flex flex-wrap items-center gap-x-3 border-b border-rule py-1">
            <span className="min-w-0 flex-1">
              {p.name} <span className="text-plain text-soft">{weights.has(p.id) ? weight(weights.get(p.id) ?? 0) : 'not sent yet'}</span>
            </span>
            <LeaveBehind id={p.id} name={p.name} />
          </li>
        ))}
      </ul>
    </details>
  );
}

export default bounded(FieldBook);
