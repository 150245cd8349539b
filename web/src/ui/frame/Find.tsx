import { Command } from 'cmdk';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import type { FoundTree } from '../../field/tree-index';
import { useBookState } from '../../field/use-book';
import { sheets } from '../../field/use-sheet';
import { ACTIONS, BOOK_PAGES, type IndexPage, ofSurvey, SURVEY_PAGES } from './index-pages';

interface Props {
  /** The survey in hand: its trees come first. */
  readonly survey: string | null;
  readonly onClose: () => void;
  /** What was typed before this was here. */
  readonly first: string;
  /** Goes to an address. */
  readonly go: (href: string) => void;
}

const has = (words: readonly string[], text: string) => words.every((w) => text.toLowerCase().includes(w));

/** To any tree by its tag, to any survey, page or action. */
export default function Find({ survey, go, first, onClose }: Props): ReactNode {
  const dialog = useRef<HTMLDialogElement>(null);
  const state = useBookState();
  const [text, setText] = useState(first);
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const trees = useTrees(text, survey);
  useEffect(() => {
    dialog.current?.showModal();
    dialog.current?.querySelector('input')?.focus();
  }, []);

  const name = (id: string) => state.book.find('survey', id)?.body.name ?? '';
  const pages: readonly IndexPage[] = [
    ...(survey ? Object.values(SURVEY_PAGES).map((p) => ({ ...p, title: `${p.title}: ${name(survey)}`, href: ofSurvey(p, survey) })) : []),
    ...Object.values(BOOK_PAGES),
    ...ACTIONS,
  ];
  const carried = state.book.all('survey').filter((s) => !state.book.isStruck(s.entity));
  const away = (state.surveys ?? []).filter((s) => s.name !== null && !s.struck && !state.along.has(s.id));
  const surveys = [
    ...carried.map((s) => ({ id: s.entity, name: s.body.name, place: s.body.place, here: true })),
    ...away.map((s) => ({ id: s.id, name: s.name ?? '', place: s.place, here: false })),
  ].filter((s) => has(words, `${s.name} ${s.place ?? ''}`));
  const found = pages.filter((p) => has(words, `${p.title} ${p.also}`));
  // plots have short names: they are listed once somebody asks for one
  const plots = words.some((w) => /^(plot|point|strip)s?$/.test(w))
    ? state.book
        .all('plot')
        .filter((p) => p.body.survey === survey || survey === null)
        .filter((p) => has(words, `plot plots point points strip strips ${p.body.name} ${name(p.body.survey)}`))
        .slice(0, MOST)
    : [];
  const listed = (trees?.length ?? 0) + plots.length + surveys.length + found.length;
  const nothing = trees !== null && listed === 0;
  const to = (href: string) => {
    dialog.current?.close();
    go(href);
  };
  const line = 'flex min-h-12 cursor-pointer items-center gap-3 px-3 data-[selected=true]:bg-resin-bg';
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: Escape closes a dialog by itself
    <dialog
      ref={dialog}
      aria-label="Find"
      onClose={onClose}
      onClick={(e) => e.target === dialog.current && dialog.current.close()}
      className="m-auto mt-[8dvh] w-[min(36rem,calc(100vw-1rem))] rounded-[10px] border-2 border-ink bg-sheet p-0 text-ink backdrop:bg-ink/40"
    >
      <Command shouldFilter={false} label="Find" loop>
        <div className="flex items-center gap-2 border-b-2 border-ink pr-2">
          <Command.Input
            value={text}
            onValueChange={setText}
            maxLength={80}
            placeholder="tag of a tree, survey, page"
            className="min-h-14 min-w-0 flex-1 bg-transparent px-4 text-lead outline-none placeholder:text-soft placeholder:opacity-100"
          />
          <button type="button" className="chip px-3" onClick={() => dialog.current?.close()}>
            close
          </button>
        </div>
        <Command.List
          hidden={listed === 0}
          className="max-h-[60dvh] overflow-auto p-1 [&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-small [&_[cmdk-group-heading]]:text-soft"
        >
          {trees && trees.length > 0 && (
            <Command.Group heading="Trees">
              {trees.map((t) => (
                <Command.Item key={t.id} value={t.id} onSelect={() => to(`/measure?survey=${t.survey}&tree=${t.id}`)} className={line}>
                  <span className="figure font-semibold">{t.tag}</span>
                  <span className="truncate">{t.species ?? ''}</span>
                  <span className="ml-auto truncate text-small text-soft">
                    {[t.plot && `plot ${state.book.find('plot', t.plot)?.body.name ?? ''}`, name(t.survey)].filter(Boolean).join(', ')}
                  </span>
                </Command.Item>
              ))}
            </Command.Group>
          )}
          {plots.length > 0 && (
            <Command.Group heading="Plots">
              {plots.map((p) => (
                <Command.Item
                  key={p.entity}
                  value={p.entity}
                  onSelect={() => to(`/plots?survey=${p.body.survey}&plot=${p.entity}`)}
                  className={line}
                >
                  <span className="font-semibold">plot {p.body.name}</span>
                  <span className="ml-auto truncate text-small text-soft">{name(p.body.survey)}</span>
                </Command.Item>
              ))}
            </Command.Group>
          )}
          {surveys.length > 0 && (
            <Command.Group heading="Surveys">
              {surveys.slice(0, MOST).map((s) => (
                <Command.Item key={s.id} value={s.id} onSelect={() => to(`/trees?survey=${s.id}`)} className={line}>
                  <span className="font-semibold">{s.name}</span>
                  <span className="ml-auto truncate text-small text-soft">{s.here ? s.place : 'not on this device'}</span>
                </Command.Item>
              ))}
            </Command.Group>
          )}
          {found.length > 0 && (
            <Command.Group heading="Pages">
              {found.map((p) => (
                <Command.Item key={p.href} value={p.href} onSelect={() => to(p.href)} className={line}>
                  {p.title}
                </Command.Item>
              ))}
            </Command.Group>
          )}
        </Command.List>
        {trees === null && <p className="px-4 py-3 text-soft">Looking through the trees …</p>}
        {nothing && (
          <p role="status" className="px-4 py-4 text-soft">
            Nothing has “{text.trim()}” in its tag, plot, species or name. Only trees of surveys on this device can be found.
          </p>
        )}
      </Command>
    </dialog>
  );
}

const MOST = 12;
const SOON = 120;
const NONE: readonly FoundTree[] = [];

/** Trees with what was typed, of all surveys on this device; null while they are looked for. */
function useTrees(text: string, survey: string | null): readonly FoundTree[] | null {
  const [trees, setTrees] = useState<readonly FoundTree[] | null>(NONE);
  useEffect(() => {
    if (text.trim() === '') return setTrees(NONE);
    let here = true;
    setTrees(null);
    const soon = setTimeout(
      () =>
        void sheets()
          .find(text, survey)
          .then((found) => here && setTrees(found)),
      SOON,
    );
    return () => {
      here = false;
      clearTimeout(soon);
    };
  }, [text, survey]);
  return trees;
}
