import { FIRST_STEM, type Trunk } from '@arbolito/core';
import { useEffect, useLayoutEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import { useSearch } from 'wouter';
import { bodyHint, stickUpTo } from '../../book/body-hint';
import { sayConflicts } from '../../book/conflict-words';
import { slotOf } from '../../book/slots';
import { speciesNamed } from '../../book/species-named';
import type { Stated } from '../../book/things';
import { currentOf } from '../../book/versions';
import type { RecordOf } from '../../contract/envelope';
import { withoutNulls } from '../../contract/without-nulls';
import { bookStore } from '../../field/book-store';
import { onPreferences, savedPreferences } from '../../field/preferences';
import { useBook } from '../../field/use-book';
import { METHODS } from '../../methods/index';
import { isShot } from '../../methods/sighting';
import { STEPS } from '../../methods/steps';
import { useSame } from '../../ui/use-same';
import { useToday } from '../../ui/use-today';
import { measureActions } from './actions';
import { type Hand, handKeeper, namesAnother, openHand } from './hand';
import type { Now } from './now';
import { type MerchantableWay, type StepChoices, stepsOf } from './steps';
import { groundOf } from './tape';
import { useHeightWanted } from './use-height-wanted';
import { useTagTaken } from './use-tag-taken';
import { useTree } from './use-tree';

const NOBODY: readonly Stated<'person'>[] = [];

/** Everything the Measure view shows and does. All of it follows from the book, the tree in hand and the preferences. */
export function useMeasure() {
  const book = useBook((s) => s.book);
  const [loaded, whole, reached] = [useBook((s) => s.loaded), useBook((s) => s.whole), useBook((s) => s.reached)];
  const saved = useSyncExternalStore(onPreferences, savedPreferences);
  const [hand, setHand] = useState<Hand>(() => openHand(location.search));
  const [refusal, setRefusal] = useState<string | null>(null);
  // a link within the same document names another survey or tree; what is written there of the one in hand does not
  const search = useSearch();
  useEffect(() => setHand((now) => (namesAnother(search, now) ? openHand(search) : now)), [search]);
  const held = useBook((s) => s.held.has(hand.tree));
  useEffect(() => {
    if (loaded && !held) void bookStore.openAsked(hand.tree);
  }, [loaded, held, hand.tree]);
  const [keeper] = useState(handKeeper);
  useEffect(() => keeper.whenLeaving(), [keeper]);

  const today = useToday();
  const t = useTree(book, hand, saved, today, loaded);
  const { found, survey, protocol, prefs, plot, tag, speciesId, entities, draft, drawn, tape } = t;
  // one that was struck out of the list is still what the tree is
  const speciesList = useMemo(() => {
    const listed = book.all('species');
    const own = speciesId === null || listed.some((s) => s.entity === speciesId) ? null : book.find('species', speciesId);
    return own ? [...listed, own] : listed;
  }, [book, speciesId]);
  const last = (slot: string) => entities.findLast((e) => e.body && slotOf(e.body.read) === slot);
  const keptHead = currentOf(t.last);
  /** Whether anything was read of the tree, at any visit. */
  const read = (found?.visits.length ?? 0) > 0;

  const hasMark = entities.some(({ body }) => body?.read.kind === 'angle' && body.read.target === 'mark');
  const { determination, determinations, method } = t;
  const merchantable: MerchantableWay =
    hand.merchantable ??
    (last('merchantable')
      ? 'merchantable'
      : last('log-scale')
        ? 'log-scale'
        : protocol.options.merchantable?.logs || last('logs')
          ? 'logs'
          : 'merchantable');
  const taped = last('distance')?.body?.read;
  const along = taped?.kind === 'distance' ? taped.along : prefs.along;
  const lower = hasMark ? 'mark' : hand.lower;
  const choices = useMemo((): StepChoices => ({ method, along, lower, merchantable }), [method, along, lower, merchantable]);
  // once a station is begun its work is wanted to its end
  const keptDbh = t.ofKept.dbh.ok ? t.ofKept.dbh.value.value : null;
  const species = speciesList.find((s) => s.entity === speciesId)?.body.name ?? null;
  const drawnFor = useHeightWanted({ survey, tree: hand.tree, plot, species, dbh: keptDbh }, protocol.options);
  const heightWanted = determination.station !== null || hand.method !== null || drawnFor;
  const steps = useMemo(
    () => stepsOf(entities, choices, protocol.options, determination.far, heightWanted),
    [entities, choices, protocol, determination.far, heightWanted],
  );
  const newest = t.all.flatMap((e) => e.heads).reduce<RecordOf<'reading'> | null>((a, b) => (a && a.id > b.id ? a : b), null);
  // the ground is the same for every stem: what was said of it at the first holds for the others
  const fromFirstStem = useMemo(() => (t.stem === FIRST_STEM ? null : groundOf(t.kept)), [t.stem, t.kept]);

  const where = {
    tree: hand.tree,
    survey: hand.survey,
    tag,
    plot,
    species: speciesId,
    units: saved.units,
    stem: hand.stem,
    newVisit: hand.newVisit,
    determination,
    instruments: saved.instruments,
  };
  const now = useRef<Now | null>(null);
  useLayoutEffect(() => {
    now.current = { hand, t, steps, choices, keptHead, newest, where, fromFirstStem, last };
  });
  const [actions] = useState(() => measureActions(() => now.current as Now, { setHand, setRefusal }));

  const keptTrunk = last('trunk')?.body?.read;
  const trunkNow: Trunk = hand.trunk ?? (keptTrunk?.kind === 'trunk' ? withoutNulls(keptTrunk.trunk) : (fromFirstStem ?? {}));

  const step = steps.find((s) => s.id === hand.at) ?? null;
  const kept = keptHead?.body.read ?? null;
  /** Whether the step in hand is read as a shot of distance and angle. */
  const taken = useTagTaken({ survey: hand.at === 'trunk' ? null : survey, tree: hand.tree, plot, tag });
  useEffect(() => {
    // a tag that only was proposed gives way
    if (taken && !found && hand.tag === null) setHand((p) => ({ ...p, tag: taken.free }));
  }, [taken, found, hand.tag]);
  useEffect(() => {
    // an address names a tree of which nothing is read: it is only begun, or only called
    if (loaded && held && hand.at === 'done' && !read) setHand((p) => ({ ...p, at: 'dbh' }));
  }, [loaded, held, hand.at, read]);
  // letters at a number's step are a species
  const named = useMemo(() => (draft && !draft.ok ? speciesNamed(hand.text, speciesList) : null), [draft, hand.text, speciesList]);
  const stopped = useSame({ survey, tree: hand.tree, tag, step: step?.title ?? null, begun: entities.length > 0 });
  useLayoutEffect(() => keeper.soon(hand, loaded ? stopped : null), [hand, stopped, loaded, keeper]);
  const shoots = hand.at !== 'done' && isShot(hand.at, method);
  /** Before it has a survey or a reading a tree takes its units from the first one that is chosen. */
  const ownUnits = survey === null && found === null;
  const heightChips = useSame({
    step: step?.id ?? 'tip',
    method,
    started: determination.station !== null,
    empty: hand.text === '',
    // elsewhere the digits are no business of the chips
    text: step && STEPS[step.id].often ? hand.text : '',
    leanTo: hand.leanTo,
    kept,
    prefs,
    shoots,
    ownUnits,
    ...actions,
  });

  const plots = useMemo(() => (survey === null ? [] : book.partsOf(survey, 'plot')), [book, survey]);

  return {
    book,
    /** What was read of the tree last, at this visit. */
    newest: newest?.body.read ?? null,
    /** Of the survey; none where it has none. */
    plots,
    plot,
    /** Whether the local store or the server has not answered yet. */
    opening: !loaded || reached === null,
    /** Whether the book and the survey asked for are here. */
    ready:
      loaded &&
      (held || found !== null) &&
      (hand.survey === null || ((whole || reached === false) && book.find('survey', hand.survey) !== null && !book.isStruck(hand.survey))),
    hand,
    prefs,
    protocol,
    survey: book.find('survey', survey),
    /** Whether somebody struck the survey out: nothing more is measured in it. */
    struck: survey !== null && book.isStruck(survey),
    tree: { tag, plot: book.find('plot', plot)?.body.name ?? null, species: speciesId, found },
    stem: t.stem,
    stems: t.stems,
    tape,
    previous: t.previous,
    reach: prefs.person ? book.kit.bodyMeasure(prefs.person, 'reach') : null,
    stickUpTo: stickUpTo(book, prefs.person, survey, protocol.options),
    hint: hand.at === 'trunk' ? bodyHint(book, prefs.person, protocol.options, today) : null,
    today,
    trunk: trunkNow,
    speciesList,
    method,
    methodWords: METHODS[method],
    determination,
    determinations,
    station: t.station,
    room: t.room,
    standFirst: t.standFirst,
    shoots,
    ownUnits,
    /** What the chips of a height's step show, and nothing else. */
    heightChips: step ? heightChips : null,
    heightWanted,
    steps,
    step,
    choices,
    kept,
    draft,
    named,
    scene: t.scene,
    ...drawn,
    findings: t.findings,
    unseen: t.unseen,
    checked: t.checked,
    refusal,
    /** Those of whom one may be measuring, where nobody has said so yet; asked when the first tree is begun. */
    who: prefs.person === null && !saved.asked && hand.at === 'dbh' ? book.all('person') : NOBODY,
    /** What names the ways of this survey. */
    ways: t.ways,
    /** Another tree that has this tag, where somebody gave it on purpose. */
    taken: taken && (found || hand.tag !== null) ? taken : null,
    /** Whether this very tree was struck out. */
    treeStruck: loaded && book.isStruck(hand.tree) && !(survey !== null && book.isStruck(survey)),
    conflict: found && sayConflicts(found),
    canUndo: newest !== null || hand.text !== '',
    ...actions,
  };
}

export type MeasureModel = ReturnType<typeof useMeasure>;
export type HeightChipsModel = NonNullable<MeasureModel['heightChips']>;
