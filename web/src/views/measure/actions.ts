import { type Finding, parseLine, type Reading, type SceneTarget, type Trunk, toolOf } from '@arbolito/core';
import { type Mode, recordsForLine, recordsForReading, retractionOf, type StemInHand } from '../../book/make-records';
import { ofStem, slotOf, stepOfSlot } from '../../book/slots';
import { speciesNamed } from '../../book/species-named';
import { currentOf } from '../../book/versions';
import type { AnyRecord } from '../../contract/envelope';
import { sameValue } from '../../contract/same';
import { afterPaint } from '../../field/after-paint';
import { bookStore } from '../../field/book-store';
import { makerNow, minuteNow } from '../../field/device';
import { type Preferences, savedPreferences, savePreferences, savePreferencesIn, tapeUnits, waysKey } from '../../field/preferences';
import { thisDevice } from '../../field/this-device';
import { draftOf } from '../../methods/draft';
import type { MeasureMethod } from '../../methods/index';
import { sayTrunk } from '../../methods/say-trunk';
import { isExtra, methodSteps } from '../../methods/steps';
import { type Hand, newHand } from './hand';
import type { Now, Setters } from './now';
import { readAs } from './read-as';
import { type StepId, stepAfter, withFilled } from './steps';
import { treeActions } from './tree-actions';

/** What is said of two readings that differ, or of one that wants a second. */
const ANOTHER_DECIDES: ReadonlySet<string> = new Set([
  'second-reading',
  'passes-disagree',
  'tools-disagree',
  'shots-disagree',
  'dbh-grew',
  'dbh-shrank',
]);

/**
 * All that can be done in the Measure view, made once: what shows a button needs no redraw because a number changed.
 * @param now gives the view as it was last drawn
 */
export function measureActions(now: () => Now, { setHand, setRefusal }: Setters) {
  /** How it is read here from now on. */
  const setWays = (change: Partial<Preferences>) => {
    const { ways, prefs } = now().t;
    const next = { ...prefs, ...change };
    // a single tree that changes its units takes its ways along
    savePreferencesIn(change.units ? waysKey(null, change.units) : ways, { ...next, units: change.units ?? savedPreferences().units });
  };
  const type = (text: string | ((before: string) => string)) => {
    setRefusal(null);
    setHand((p) => ({ ...p, text: typeof text === 'string' ? text : text(p.text) }));
  };
  const go = (at: StepId | 'done') => {
    setRefusal(null);
    setHand((p) => ({ ...p, at, text: '', again: false }));
  };
  const maker = () => {
    const { person } = now().t.prefs;
    return makerNow(person && bookStore.snapshot().book.find('person', person) ? person : null);
  };
  const keep = (records: readonly AnyRecord[]) => void bookStore.keep(records);
  const ofTree = treeActions(now, { setHand, maker, keep });

  /** Readings begin the visit and the determination that were asked for. */
  const keepRead = (records: readonly AnyRecord[]) => {
    keep(records);
    const { ways, prefs } = now().t;
    if (savedPreferences().lastIn?.ways !== ways) savePreferences({ lastIn: { ways, units: prefs.units } });
    const began = records.some((r) => r.kind === 'determination' && r.body.quantity === 'height');
    if (now().hand.newVisit || began) setHand((p) => ({ ...p, newVisit: false, ...(began ? { method: null, determination: null } : {}) }));
  };
  /** @returns whether it could be kept */
  const keepReading = (read: Reading, typed: string, mode: Mode): boolean => {
    const { hand, t, where } = now();
    const far = hand.at !== 'done' && hand.at.startsWith('far-');
    if (far && t.determination.far === null) {
      setRefusal('First the baseline: it begins the second station.');
      return false;
    }
    keepRead(recordsForReading(maker(), bookStore.snapshot().book, where, read, typed, mode, far ? 'far' : 'near'));
    return true;
  };

  /** Enter: keeps what is typed, or goes on when nothing is. */
  const enter = () => {
    const { hand, steps, t, keptHead } = now();
    if (hand.at === 'done') return nextTree();
    if (hand.at === 'trunk') return keepTrunk();
    const { at, again } = hand;
    const text = hand.text.trim();
    if (text === '') return go(stepAfter(steps, at));
    const read = draftOf(at, text, t.prefs, { ...t.around, minute: minuteNow() });
    if (!read.ok && at !== 'point' && at !== 'neighbour' && at !== 'earlier-height') {
      const named = speciesNamed(text, bookStore.snapshot().book.all('species'));
      if (named?.ok) {
        ofTree.setTree({ species: named.species.entity });
        return type('');
      }
      if (named) return setRefusal(named.reason);
    }
    if (read.ok) {
      const unchanged = keptHead && !again && sameValue(keptHead.body.read, read.read);
      const mode: Mode = again ? { as: 'again' } : keptHead ? { as: 'correction', of: keptHead } : { as: 'first' };
      return unchanged || keepReading(read.read, text, mode) ? onward(at) : undefined;
    }
    if (!/\s/.test(text)) return setRefusal(read.reason);
    return keepLine(text, read.reason);
  };

  /** After a kept reading: the tape after the eye, the next stem, else the next step of the work. */
  const onward = (at: StepId) => {
    const { steps, t } = now();
    if (at === 'dbh' && t.prefs.tool === 'estimate' && !t.stems.find((s) => s.name === t.stem && s.diameter !== null)) {
      setWays({ tool: 'diameter-tape' });
      return go('dbh');
    }
    const tapes = at === 'dbh' && t.tape.of > 1 && t.tape.nth < t.tape.of;
    if (tapes) return setHand((p) => ({ ...p, text: '', again: true }));
    const unread = at === 'dbh' ? t.stems.find((s) => s.name !== t.stem && s.diameter === null) : undefined;
    if (unread) return setHand((p) => ({ ...p, at: 'dbh', stem: inHand(unread), text: '', again: false, trunk: null }));
    return go(
      stepAfter(
        withFilled(steps, (id) => id === at),
        at,
      ),
    );
  };

  /** A whole tree on one line. */
  const keepLine = (text: string, otherwise: string) => {
    const { t, where, steps } = now();
    const { prefs } = t;
    const units = tapeUnits(prefs);
    const line = parseLine(text, { diameter: units.diameter, distance: units.length, scale: prefs.scale });
    if (!line.ok) return setRefusal(text.split(/\s+/).length > 2 ? line.reason : otherwise);
    const sighted = line.readings.some((r) => r.target !== 'dbh');
    if (sighted && (t.method !== 'two-sights' || prefs.by !== 'tape' || prefs.along === 'sight')) {
      return setRefusal('A line holds a taped distance and two sights: other ways are read step by step.');
    }
    if (prefs.tool === 'optical' && line.readings.some((r) => r.target === 'dbh')) {
      return setRefusal('A line holds a tape’s diameter: choose its tool, or read the optical one by itself.');
    }
    const tool = prefs.tool === 'optical' ? 'diameter-tape' : prefs.tool;
    const way = { ...prefs, along: prefs.along === 'slope' ? ('slope' as const) : ('level' as const), tool, tape: t.tape };
    keepRead(recordsForLine(maker(), bookStore.snapshot().book, where, line.readings, way));
    const named = new Set(line.readings.map((r) => r.target as string));
    return go(
      stepAfter(
        withFilled(steps, (id) => named.has(id)),
        'base',
      ),
    );
  };

  const nextTree = () => {
    if (now().t.entities.length === 0) return setRefusal('Nothing is read of this tree yet.');
    leaveTree();
  };
  const leaveTree = () => {
    const { t, hand } = now();
    setRefusal(null);
    const next = newHand(t.survey === hand.survey ? hand.survey : (t.survey ?? null));
    bookStore.begin(next.tree);
    setHand({ ...next, lower: hand.lower });
    // between two trees nobody is interrupted: a newer Arbolito that waits is taken once the next one is in the address
    const { takeNewer } = thisDevice();
    if (takeNewer) void afterPaint().then(takeNewer);
  };

  /** Takes the newest reading back and puts its digits into the field again. */
  const undo = () => {
    const { hand, newest, t } = now();
    if (hand.text) return setHand((p) => ({ ...p, text: '' }));
    if (!newest) return;
    keep([retractionOf(maker(), newest.id, 'undone') as AnyRecord]);
    setRefusal(null);
    const { read, station } = newest.body;
    const slot = stepOfSlot(slotOf(read));
    // back to the determination it was read in
    const of = t.determinations.find((d) => station !== null && (d.station === station || d.far === station));
    const at = (of?.far === station && station !== null ? `far-${slot}` : slot) as StepId;
    if (read.kind === 'diameter' || read.kind === 'optical-diameter') setWays({ tool: toolOf(read) });
    // digits go back to the stem they were read of
    const stem = t.stems.find((s) => s.id === newest.body.stem);
    setHand((p) => ({
      ...p,
      at,
      stem: ofStem(read) && stem ? inHand(stem) : p.stem,
      text: at === 'trunk' ? '' : newest.body.typed,
      again: false,
      trunk: read.kind === 'trunk' ? read.trunk : null,
      ...(of ? { determination: of.id, method: null } : {}),
    }));
  };

  /** A scale, unit or way of taping chosen: it holds from now on, and corrects the kept reading in view. */
  const choose = (change: Partial<Preferences>) => {
    const { hand, keptHead, last } = now();
    setWays(change);
    if (!keptHead || hand.text || hand.again) return;
    const { read, typed } = keptHead.body;
    const changed = readAs(read, change);
    if (!sameValue(changed, read)) keepReading(changed, typed, { as: 'correction', of: keptHead });
    if (change.along === 'slope' && !last('ground')) go('ground');
  };

  /** What is tapped of the trunk becomes a reading, and the tape follows. */
  const keepTrunk = () => {
    const { hand, t, last, fromFirstStem } = now();
    const head = currentOf(last('trunk'));
    const trunk = hand.trunk ?? (head ? null : fromFirstStem);
    const { options } = t.protocol;
    const said = trunk && { ...trunk, from: { reference: options.groundReference, along: options.lean } };
    const read: Reading | null = said && { kind: 'trunk', trunk: said };
    if (read && !(head && sameValue(head.body.read, read))) {
      keepReading(read, sayTrunk(read.trunk, t.prefs.units), head ? { as: 'correction', of: head } : { as: 'first' });
    }
    setHand((p) => ({ ...p, trunk: null }));
    go('dbh');
  };

  /** A line, mark or dimension of the drawing was tapped: the step it is read at. */
  const pick = (target: SceneTarget) => {
    const { choices, steps } = now();
    const wanted: StepId =
      target === 'base' || target === 'mark' ? choices.lower : target === 'merchantable' ? choices.merchantable : target;
    const instead: StepId = target === 'ground' ? 'distance' : 'tip';
    const there = (id: StepId) => steps.some((s) => s.id === id);
    // else the first step of the determination's own work
    const first = steps.find((s) => s.id !== 'trunk' && s.id !== 'dbh')?.id ?? 'dbh';
    go(there(wanted) ? wanted : there(instead) ? instead : first);
  };

  /** Another way of measuring, or the same way once more: kept apart from what is already read. */
  const measureBy = (method: MeasureMethod) => {
    const { choices, t } = now();
    setWays({ method });
    setRefusal(null);
    const order = methodSteps({ ...choices, method }, t.protocol.options);
    const at = order.find((id) => !isExtra(id, method)) ?? 'tip';
    setHand((p) => ({ ...p, method, determination: null, at, text: '', again: false, lower: 'base' }));
  };

  /** To the reading that something is said of. Where another reading decides, that is added, never put over the first. */
  const look = ({ target, code }: Finding) => {
    pick(target);
    if (ANOTHER_DECIDES.has(code)) setHand((p) => ({ ...p, again: true }));
  };

  return {
    type,
    look,
    /** The pad's keys. */
    append: (sign: string) => type((t) => t + sign),
    sign: (sign: '+' | '-') => type((t) => sign + t.replace(/^[+\-−▲▼]/, '')),
    erase: () => type((t) => t.slice(0, -1)),
    /** Once more, with what it was read with. */
    toggleAgain: () => {
      const { keptHead, hand } = now();
      const read = keptHead?.body.read;
      if (!hand.again && (read?.kind === 'diameter' || read?.kind === 'optical-diameter')) setWays({ tool: toolOf(read) });
      setHand((p) => ({ ...p, again: !p.again, text: '' }));
    },
    /** Digits that come from the drawing. */
    drag: ({ text, leanTo }: { text: string; leanTo?: Hand['leanTo'] }) => {
      setRefusal(null);
      setHand((p) => ({ ...p, text, ...(leanTo ? { leanTo } : {}) }));
    },
    setHand,
    setTrunk: (trunk: Trunk) => setHand((p) => ({ ...p, trunk })),
    setStem: (stem: StemInHand) =>
      setHand((p) => ({ ...p, stem: inHand(stem), text: '', again: false, trunk: null, at: p.at === 'done' ? 'dbh' : p.at })),
    /** Another tree of the survey in hand. */
    openTree: (tree: string) => setHand((p) => ({ ...newHand(p.survey ?? now().t.survey), tree, at: 'done' })),
    beginVisit: () => setHand((p) => ({ ...newHand(p.survey), tree: p.tree, newVisit: true })),
    openDetermination: (id: string | null) =>
      setHand((p) => ({ ...p, determination: id, method: null, text: '', again: false, at: 'done' })),
    go,
    enter,
    undo,
    choose,
    ...ofTree,
    /** Whose readings these are; null where that is not to be said. */
    measuredBy: (person: string | null) => savePreferences({ person, asked: true }),
    /** It was seen that this survey is read otherwise than the one before. */
    seenWays: () => savePreferences({ lastIn: { ways: now().t.ways, units: now().t.prefs.units } }),
    keepTrunk,
    pick,
    measureBy,
    nextTree,
    leaveTree,
  };
}

const inHand = ({ id, number }: StemInHand): StemInHand => ({ id, number });
