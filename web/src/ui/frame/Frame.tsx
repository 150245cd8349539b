import Menu from 'lucide-react/dist/esm/icons/menu';
import Search from 'lucide-react/dist/esm/icons/search';
import { lazy, type ReactNode, Suspense, useCallback, useEffect, useState } from 'react';
import { navigate } from 'wouter/use-browser-location';
import { KeptState } from '../KeptState';
import { Mark } from '../Mark';
import { PageBoundary } from '../PageBoundary';
import { DisplaySelect } from './DisplaySelect';
import { FindOpener } from './find-opener';
import { isTab } from './PageLink';
import { Popover } from './Popover';
import { SurveySwitch } from './SurveySwitch';
import { isSurveyTab, type Tab, ThumbIndex } from './ThumbIndex';
import { useSurveyInHand } from './use-survey-in-hand';
import { Who } from './Who';

const Keys = lazy(() => import('./Keys').catch(() => ({ default: FindNotHere })));
const loadFind = () => import('./Find');
const Find = lazy(() => loadFind().catch(() => ({ default: FindNotHere })));
/** What finds could not be fetched: pages and surveys are in the index all the same. */
const FindNotHere = (): ReactNode => null;

interface Props {
  readonly tab: Tab;
  /** The survey that is open; of a page of the book the one that was open last. */
  readonly survey?: { readonly id: string; readonly name: string } | null;
  /** Where a thumb types the page fills the screen, and the index is behind a button. */
  readonly fill?: boolean;
  /** What stands in the header of a phone where the page fills it. */
  readonly phone?: ReactNode;
  readonly wide?: boolean;
  readonly children: ReactNode;
}

/** Every page stands in it: what is in hand and what is kept above, the index at the edge. */
export function Frame({ tab, survey = null, fill = false, phone, wide = false, children }: Props) {
  const { find, setFind, keys, setKeys } = useKeys();
  const last = useSurveyInHand(survey, tab);
  const inHand = survey?.id ?? last;
  const among = isSurveyTab(tab);
  const look = useCallback(() => setFind(true), [setFind]);
  const [early, setEarly] = useState('');
  const closeFind = () => {
    setFind(false);
    setEarly('');
  };
  useEffect(() => {
    // nobody waits for it: what is on the screen comes first
    const soon = setTimeout(() => void import('../../field/offline').then((o) => o.watchDevice()).catch(() => {}), SOON_MS);
    return () => clearTimeout(soon);
  }, []);
  const go = (href: string) => (among && isTab(href) ? navigate(href) : location.assign(href));
  return (
    <div className={`frame ${fill ? 'frame-fill' : ''}`} data-index={fill ? undefined : ''}>
      <header className="flex min-w-0 items-center gap-2 border-b-2 border-ink bg-paper px-2 desk:gap-4 desk:px-4">
        {fill && (
          <Popover
            id="index-sheet"
            name="Index"
            className="flex min-h-12 min-w-12 items-center justify-center gap-1 desk:hidden"
            button={
              <>
                <Mark />
                <span aria-hidden="true">▾</span>
              </>
            }
          >
            <nav aria-label="Pages" className="thumb-sheet">
              <ThumbIndex tab={tab} survey={inHand} />
            </nav>
            <button type="button" popoverTarget="index-sheet" className="button mt-2 w-full" onClick={look}>
              <Search size={20} aria-hidden="true" /> Find a tree, survey or page
            </button>
            <Own />
          </Popover>
        )}
        <a
          href="/"
          aria-label="Arbolito, the field book"
          className={`min-h-12 min-w-12 items-center gap-3 text-lead font-bold desk:flex ${fill ? 'hidden' : 'flex'}`}
        >
          <Mark />
          <span className={survey ? 'hidden desk:inline' : undefined}>Arbolito</span>
        </a>
        {phone && <div className="flex min-w-0 flex-1 items-center gap-2 desk:hidden">{phone}</div>}
        <span className={`min-w-0 ${phone ? 'hidden desk:block' : ''}`}>
          {survey && <SurveySwitch survey={survey} among={among} tab={among ? tab : 'trees'} />}
        </span>
        <span className="ml-auto hidden items-center gap-3 desk:flex">
          <Who />
          <button type="button" className="box flex w-56 items-center justify-between text-left text-soft" onClick={look}>
            Find a tree, a page
            <kbd className="figure text-note">Ctrl K</kbd>
          </button>
        </span>
        <span
          className={`text-plain leading-tight text-soft desk:max-w-52 ${fill ? 'hidden desk:block' : 'ml-auto desk:ml-0'}`}
          role="status"
        >
          <KeptState />
        </span>
        <span className="hidden desk:block">
          <DisplaySelect />
        </span>
        {!fill && (
          <>
            <button type="button" className="chip desk:hidden" aria-label="Find a tree, survey or page" onClick={look}>
              <Search size={22} aria-hidden="true" />
            </button>
            <Popover id="own-sheet" name="Person and display" className="chip desk:hidden" button={<Menu size={22} aria-hidden="true" />}>
              <Own />
            </Popover>
          </>
        )}
      </header>
      <nav aria-label="Index" className={fill ? 'thumbs thumbs-fill' : 'thumbs'}>
        <ThumbIndex tab={tab} survey={inHand} />
      </nav>
      {fill ? (
        <div className="min-h-0 min-w-0">
          <FindOpener value={look}>
            <PageBoundary>{children}</PageBoundary>
          </FindOpener>
        </div>
      ) : (
        <main className="min-w-0 bg-sheet">
          <div className={`px-4 py-4 desk:px-6 ${wide ? 'max-w-7xl' : 'max-w-5xl'}`}>
            <PageBoundary>{children}</PageBoundary>
          </div>
        </main>
      )}
      {keys && (
        <Suspense fallback={null}>
          <Keys onClose={() => setKeys(false)} />
        </Suspense>
      )}
      {find && (
        <Suspense fallback={<Early text={early} onText={setEarly} />}>
          <Find survey={inHand} go={go} first={early} onClose={closeFind} />
        </Suspense>
      )}
    </div>
  );
}

/** Takes what is typed while what finds is still on its way. */
function Early({ text, onText }: { text: string; onText: (text: string) => void }) {
  return (
    <input
      // biome-ignore lint/a11y/noAutofocus: whoever asked to find types next
      autoFocus
      aria-label="Find"
      className="box fixed top-[8dvh] left-1/2 z-40 w-[min(36rem,calc(100vw-1rem))] -translate-x-1/2 text-lead"
      value={text}
      maxLength={80}
      onChange={(e) => onText(e.target.value)}
    />
  );
}

/** Whose readings these are and how the page looks, on a phone. */
function Own() {
  return (
    <div className="mt-2 flex flex-col gap-2">
      <Who />
      <DisplaySelect />
    </div>
  );
}

const IDLE_MS = 2000;
const SOON_MS = 300;

/** Whether a key is meant for what has the focus; the field of readings that is still empty takes no question mark. */
function isTyping(target: HTMLElement): boolean {
  const field = target.closest<HTMLInputElement>('input, textarea, select, dialog');
  return field !== null && !(field.id === 'reading' && field.value === '');
}

/** Whether somebody is looking for something, or for the keys; Ctrl K or ⌘ K begins the one anywhere, ? the other. */
function useKeys() {
  const [find, setFind] = useState(false);
  const [keys, setKeys] = useState(false);
  useEffect(() => {
    // there before it is asked for: what is typed right after the key must not be lost
    const idle = setTimeout(() => void loadFind().catch(() => {}), IDLE_MS);
    const onKey = (e: KeyboardEvent) => {
      if (e.key === '?' && !isTyping(e.target as HTMLElement)) {
        e.preventDefault();
        return setKeys(true);
      }
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'k') return;
      e.preventDefault();
      setFind((now) => !now);
    };
    document.addEventListener('keydown', onKey);
    return () => {
      clearTimeout(idle);
      document.removeEventListener('keydown', onKey);
    };
  }, []);
  return { find, setFind, keys, setKeys };
}
