import type { Trunk, UnitSystem } from '@arbolito/core';
import type { Book } from '../../book/book';
import { FIRST, type StemInHand } from '../../book/make-records';
import { SINGLE_TREE_SURVEYS, SINGLE_TREES } from '../../book/single-trees';
import type { SurveyHead } from '../../book/summary';
import type { Stated } from '../../book/things';
import { newId, readJson, writeJson } from '../../field/device';
import { type Preferences, waysKey } from '../../field/preferences';
import { soonKept } from '../../field/soon-kept';
import { tagAfter } from '../../field/tag-after';
import { rememberStopped, type Stopped } from '../../field/where-stopped';
import type { MeasureMethod } from '../../methods/index';
import type { Beside } from '../../methods/step';
import type { MerchantableWay, StepId } from './steps';

/** The tree in hand and the digits in the field: all that a reload must bring back beside the book. */
export interface Hand extends Beside {
  readonly survey: string | null;
  readonly tree: string;
  readonly at: StepId | 'done';
  readonly text: string;
  readonly again: boolean;
  readonly lower: 'base' | 'mark';
  readonly merchantable: MerchantableWay | null;
  /** Which determination of the heights is in hand: its id, or null for the last one. */
  readonly determination: string | null;
  /** The method of a determination that has no reading yet. */
  readonly method: MeasureMethod | null;
  /** Chosen before the first reading makes the tree. */
  readonly species: string | null;
  readonly tag: string | null;
  /** Left out: the plot of the tree before. */
  readonly plot?: string | null;
  readonly stem: StemInHand;
  /** Coming back: the first reading begins a new visit. */
  readonly newVisit: boolean;
  /** What is being said of the trunk and not kept yet. */
  readonly trunk: Trunk | null;
}

const KEY = 'arbolito.place';

export const newHand = (survey: string | null): Hand => ({
  survey,
  tree: newId(),
  at: 'dbh',
  text: '',
  again: false,
  lower: 'base',
  merchantable: null,
  determination: null,
  method: null,
  leanTo: 'side',
  species: null,
  tag: null,
  stem: FIRST,
  newVisit: false,
  trunk: null,
  optical: { distance: '', elevation: '' },
  upperHeight: '',
});

/** From the address, and what was in the field when the page was left. */
export function openHand(search: string): Hand {
  const asked = new URLSearchParams(search);
  const survey = asked.get('survey');
  const tree = asked.get('tree');
  // two tabs are two hands; a browser that was closed goes on with the last of them
  const saved = readJson<Hand>(KEY, 'tab') ?? readJson<Hand>(KEY);
  // an earlier Arbolito kept the stem's number alone
  const whole = saved && { ...saved, stem: typeof saved.stem === 'object' ? saved.stem : FIRST };
  const fits = saved && saved.survey === survey && (tree === null || saved.tree === tree);
  if (asked.has('trunk') && !tree) return { ...newHand(survey), at: 'trunk' };
  // the next tree of a plot: once something of it is kept its own address takes the place of this one
  const plot = asked.get('plot');
  if (plot && !tree) return { ...newHand(survey), plot };
  return fits ? { ...newHand(survey), ...whole } : { ...newHand(survey), ...(tree ? { tree, at: 'done' as const } : {}) };
}

/** Whether an address names another survey or another tree than those in hand. */
export function namesAnother(search: string, hand: Hand): boolean {
  const asked = new URLSearchParams(search);
  const tree = asked.get('tree');
  return asked.get('survey') !== hand.survey || (tree !== null && tree !== hand.tree);
}

export function rememberHand(hand: Hand, stopped: Stopped | null): void {
  writeJson(KEY, hand);
  writeJson(KEY, hand, 'tab');
  if (stopped) rememberStopped(stopped);
  // the page may be another one of the survey by now
  if (location.pathname !== '/measure') return;
  const asked = new URLSearchParams({ ...(hand.survey ? { survey: hand.survey } : {}), tree: hand.tree });
  const address = `${location.pathname}?${asked}`;
  if (address !== `${location.pathname}${location.search}`) history.replaceState(null, '', address);
}

/** Remembers what is in hand a moment after it changes, and at once when the page is left. */
export function handKeeper() {
  const keeper = soonKept(({ hand, stopped }: { readonly hand: Hand; readonly stopped: Stopped | null }) => rememberHand(hand, stopped));
  let tree: string | null = null;
  return {
    ...keeper,
    soon(hand: Hand, stopped: Stopped | null = null) {
      keeper.soon({ hand, stopped });
      // a page that is loaded anew goes by its address: that names the tree in hand at any moment
      if (tree !== null && tree !== hand.tree) keeper.now();
      tree = hand.tree;
    },
  };
}

/** The protocol a tree is measured under: its survey's, or the one for single trees. */
export function protocolAt(book: Book, survey: string | null, { units }: Pick<Preferences, 'units'>): SurveyHead['protocol'] {
  return book.protocolOf(book.find('survey', survey)) ?? SINGLE_TREES[units].protocol.body;
}

/** What names the ways in which a survey is read: single trees have them in common, by their units. */
export const waysOf = (book: Book, survey: string | null, units: UnitSystem): string =>
  waysKey(book.find('survey', survey)?.body.kind === 'single-trees' ? null : survey, units);

/** The number after the last tree's: 3·07 is followed by 3·08. */
export function nextTag(book: Book, survey: string | null): string {
  const home = survey ? [survey] : SINGLE_TREE_SURVEYS;
  const last = home
    .flatMap((s) => book.lastTreeOf(s) ?? [])
    .reduce<Stated<'tree'> | null>((a, b) => (a && a.entity > b.entity ? a : b), null)?.body.tag;
  return last && /\d$/.test(last) ? tagAfter(last) : '1';
}
