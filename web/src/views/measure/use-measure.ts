import { parseLine, type Reading, type SceneTarget, settled, type Trunk, toolOf } from '@arbolito/core';
import { useCallback, useEffect, useMemo, useState } from 'react';
import type { AnyRecord, RecordOf } from '../../contract/envelope';
import { sameValue } from '../../contract/same';
import { withoutNulls } from '../../contract/without-nulls';
import { bookStore } from '../../field/book-store';
import { loadPreferences, makerNow, minuteNow, type Preferences, savePreferences, tapeUnits } from '../../field/device';
import { localDate, type Mode, makeRecord, recordsForLine, recordsForReading } from '../../field/make-records';
import { ofStem, slotOf, stepOfSlot } from '../../field/slots';
import { useBook } from '../../field/use-book';
import { bodyHint, stickUpTo } from './body-hint';
import { draftOf } from './draft';
import { isExtra, isShot, METHOD_WORDS, type MeasureMethod, methodSteps } from './methods';
import { newPlace, openPlace, type Place, rememberPlace } from './place';
import { readAs } from './read-as';
import { type MerchantableWay, type Step, type StepChoices, type StepId, stepAfter, stepsOf, withFilled } from './steps';
import { groundOf, sayTrunk } from './tape';
import { useTree } from './use-tree';

/** Everything the Measure view shows and does. All of it follows from the book, the place and the preferences. */
export function useMeasure() {
  const state = useBook();
  const { book } = state;
  const [own, setOwn] = useState(loadPreferences);
  const [place, setPlace] = useState<Place>(() => openPlace(location.search));
  const [refusal, setRefusal] = useState<string | null>(null);
  useEffect(() => savePreferences(own), [own]);
  useEffect(() => rememberPlace(place), [place]);

  const t = useTree(book, place, own);
  const { found, survey, protocol, prefs, plot, tag, speciesId, entities, draft, derived, tape } = t;
  const speciesList = useMemo(() => book.all('species'), [book]);
  const last = (slot: string) => entities.findLast((e) => e.heads.some((h) => slotOf(h.body.read) === slot));
  const keptHead = t.last ? settled(t.last) : null;

  const hasMark = entities.some((e) => e.heads.some((h) => h.body.read.kind === 'angle' && h.body.read.target === 'mark'));
  const { setting, settings, method } = t;
  const merchantable: MerchantableWay =
    place.merchantable ??
    (last('merchantable')
      ? 'merchantable'
      : last('log-scale')
        ? 'log-scale'
        : protocol.options.merchantable?.logs || last('logs')
          ? 'logs'
          : 'merchantable');
  const kept = last('distance')?.heads.at(-1)?.body.read;
  const along = kept?.kind === 'distance' ? kept.along : prefs.along;
  const lower = hasMark ? 'mark' : place.lower;
  const choices = useMemo((): StepChoices => ({ method, along, lower, merchantable }), [method, along, lower, merchantable]);
  const steps = useMemo(
    () => stepsOf(entities, choices, { protocol: protocol.options, station: t.station, scale: prefs.scale, tape, far: setting.far }),
    [entities, choices, protocol, t.station, prefs.scale, tape, setting.far],
  );
  const go = useCallback((at: StepId | 'done') => {
    setRefusal(null);
    setPlace((p) => ({ ...p, at, text: '', again: false }));
  }, []);
  const maker = () => makerNow(prefs.person && book.find('person', prefs.person) ? prefs.person : null);

  const where = {
    tree: place.tree,
    survey: place.survey,
    tag,
    plot,
    species: speciesId,
    units: own.units,
    stem: place.stem,
    newVisit: place.newVisit,
    setting,
    instruments: own.instruments,
  };

  const keep = (records: readonly AnyRecord[]) => void bookStore.keep(records);
  /** Readings begin the visit and the determination that were asked for. */
  const keepRead = (records: readonly AnyRecord[]) => {
    keep(records);
    const began = records.some((r) => r.kind === 'determination' && r.body.quantity === 'height');
    if (place.newVisit || began) setPlace((p) => ({ ...p, newVisit: false, ...(began ? { method: null, setting: null } : {}) }));
  };
  const keepReading = (read: Reading, typed: string, mode: Mode) => {
    const far = place.at !== 'done' && place.at.startsWith('far-');
    if (far && setting.far === null) return setRefusal('First the baseline: it begins the second station.');
    keepRead(recordsForReading(maker(), bookStore.snapshot().book, where, read, typed, mode, far ? 'far' : 'near'));
    return undefined;
  };

  /** Enter: keeps what is typed, or goes on when nothing is. */
  const enter = () => {
    if (place.at === 'done') return nextTree();
    if (place.at === 'trunk') return keepTrunk();
    const { at, again } = place;
    const text = place.text.trim();
    if (text === '') return go(stepAfter(steps, at));
    const read = draftOf(at, text, prefs, { ...t.around, minute: minuteNow() });
    if (read.ok) {
      const unchanged = keptHead && !again && sameValue(keptHead.body.read, read.read);
      if (!unchanged)
        keepReading(read.read, text, again ? { as: 'again' } : keptHead ? { as: 'correction', of: keptHead } : { as: 'first' });
      return onward(at);
    }
    if (!/\s/.test(text)) return setRefusal(read.reason);
    return keepLine(text, read.reason);
  };

  /** After a kept reading: the tape after the eye, the next stem, else the next step of the work. */
  const onward = (at: StepId) => {
    if (at === 'dbh' && prefs.tool === 'estimate' && !t.stems.find((s) => s.number === place.stem && s.diameter !== null)) {
      setOwn((p) => ({ ...p, tool: 'diameter-tape' }));
      return go('dbh');
    }
    const tapes = at === 'dbh' && tape.of > 1 && tape.nth < tape.of;
    if (tapes) return setPlace((p) => ({ ...p, text: '', again: true }));
    const unread = at === 'dbh' ? t.stems.find((s) => s.number !== place.stem && s.diameter === null) : undefined;
    if (unread) return setPlace((p) => ({ ...p, at: 'dbh', stem: unread.number, text: '', again: false, trunk: null }));
    return go(
      stepAfter(
        withFilled(steps, (id) => id === at),
        at,
      ),
    );
  };

  /** A whole tree on one line. */
  const keepLine = (text: string, otherwise: string) => {
    const units = tapeUnits(prefs);
    const line = parseLine(text, { diameter: units.diameter, distance: units.length, scale: prefs.scale });
    if (!line.ok) return setRefusal(text.split(/\s+/).length > 2 ? line.reason : otherwise);
    const sighted = line.readings.some((r) => r.target !== 'dbh');
    if (sighted && (method !== 'two-sights' || prefs.by !== 'tape' || prefs.along === 'sight')) {
      return setRefusal('A line holds a taped distance and two sights: other ways are read step by step.');
    }
    if (prefs.tool === 'optical' && line.readings.some((r) => r.target === 'dbh')) {
      return setRefusal('A line holds a tape’s diameter: choose its tool, or read the optical one by itself.');
    }
    const tool = prefs.tool === 'optical' ? 'diameter-tape' : prefs.tool;
    keepRead(
      recordsForLine(maker(), bookStore.snapshot().book, where, line.readings, {
        ...prefs,
        along: prefs.along === 'slope' ? 'slope' : 'level',
        tool,
        tape,
      }),
    );
    const named = new Set(line.readings.map((r) => r.target as string));
    go(
      stepAfter(
        withFilled(steps, (id) => named.has(id)),
        'base',
      ),
    );
  };

  const nextTree = () => {
    if (entities.length === 0) return setRefusal('Nothing is read of this tree yet.');
    setRefusal(null);
    setPlace({ ...newPlace(survey === place.survey ? place.survey : (survey ?? null)), lower: place.lower });
  };

  /** Takes the newest reading back and puts its digits into the field again. */
  const newest = t.all.flatMap((e) => e.heads).reduce<RecordOf<'reading'> | null>((a, b) => (a && a.id > b.id ? a : b), null);
  const undo = () => {
    if (place.text) return setPlace((p) => ({ ...p, text: '' }));
    if (!newest) return;
    keep([makeRecord(maker(), 'retraction', { record: newest.id, reason: 'undone' }) as AnyRecord]);
    setRefusal(null);
    const read = newest.body.read;
    const slot = stepOfSlot(slotOf(read));
    // back to the setting it was read in
    const of = settings.findIndex(
      (x) => newest.body.station !== null && (x.station === newest.body.station || x.far === newest.body.station),
    );
    const at = (settings[of]?.far === newest.body.station && newest.body.station !== null ? `far-${slot}` : slot) as StepId;
    const typed = at === 'trunk' ? '' : newest.body.typed;
    if (read.kind === 'diameter' || read.kind === 'optical-diameter') setOwn((p) => ({ ...p, tool: toolOf(read) }));
    // digits go back to the stem they were read of
    const stem = ofStem(read) ? Number.parseInt(found?.stems.find((s) => s.id === newest.body.stem)?.name ?? '1', 10) : place.stem;
    setPlace((p) => ({
      ...p,
      at,
      stem,
      text: typed,
      again: false,
      trunk: read.kind === 'trunk' ? read.trunk : null,
      ...(of >= 0 ? { setting: of + 1, method: null } : {}),
    }));
  };

  /** A scale, unit or way of taping chosen: it holds from now on, and corrects the kept reading in view. */
  const choose = (change: Partial<Preferences>) => {
    setOwn((p) => ({ ...p, ...change }));
    if (!keptHead || place.text || place.again) return;
    const read = keptHead.body.read;
    const changed = readAs(read, change);
    if (!sameValue(changed, read)) keepReading(changed, keptHead.body.typed, { as: 'correction', of: keptHead });
    if (change.along === 'slope' && !last('ground')) go('ground');
  };

  const setTree = (change: { tag?: string; species?: string | null }) => {
    if (found) keep([makeRecord(maker(), 'tree', { ...found.record.body, ...change }, found.record) as AnyRecord]);
    else setPlace((p) => ({ ...p, ...change }));
  };

  /** A species that was not in the book yet, for this tree and all later ones. */
  const addSpecies = (name: string, crown: 'conifer' | 'broad') => {
    const made = makeRecord(maker(), 'species', { code: name.slice(0, 3).toUpperCase(), name, latin: null, figures: { crown } });
    keep([made as AnyRecord]);
    setTree({ species: made.id });
  };

  /** Two people changed the same reading: one version is chosen, the others are taken back. */
  const decide = (chosen: RecordOf<'reading'>) => {
    const rivals = t.all.find((e) => e.id === chosen.entity)?.heads.filter((h) => h.id !== chosen.id) ?? [];
    keep(rivals.map((r) => makeRecord(maker(), 'retraction', { record: r.id, reason: 'another version was chosen' }) as AnyRecord));
  };

  // the ground is the same for every stem: what was said of it at the first holds for the others
  const fromFirstStem = useMemo(() => (place.stem === 1 ? null : groundOf(t.kept)), [place.stem, t.kept]);
  /** What is tapped of the trunk becomes a reading, and the tape follows. */
  const keepTrunk = () => {
    const before = last('trunk');
    const head = before ? settled(before) : null;
    const trunk = place.trunk ?? (head ? null : fromFirstStem);
    const said = trunk && { ...trunk, from: { reference: protocol.options.groundReference, along: protocol.options.lean } };
    const read: Reading | null = said && { kind: 'trunk', trunk: said };
    if (read && !(head && sameValue(head.body.read, read))) {
      keepReading(read, sayTrunk(read.trunk, prefs.units), head ? { as: 'correction', of: head } : { as: 'first' });
    }
    setPlace((p) => ({ ...p, trunk: null }));
    go('dbh');
  };
  const keptTrunk = last('trunk')?.heads.at(-1)?.body.read;
  const trunkNow: Trunk = place.trunk ?? (keptTrunk?.kind === 'trunk' ? withoutNulls(keptTrunk.trunk) : (fromFirstStem ?? {}));

  const pick = (target: SceneTarget) => {
    const wanted: StepId =
      target === 'base' || target === 'mark' ? choices.lower : target === 'merchantable' ? choices.merchantable : target;
    const instead: StepId = target === 'ground' ? 'distance' : 'tip';
    go(steps.some((s) => s.id === wanted) ? wanted : steps.some((s) => s.id === instead) ? instead : (firstOf(steps)?.id ?? 'dbh'));
  };

  /** Another way of measuring, or the same way once more: kept apart from what is already read. */
  const measureBy = (chosen: MeasureMethod) => {
    setOwn((p) => ({ ...p, method: chosen }));
    setRefusal(null);
    const order = methodSteps({ ...choices, method: chosen }, protocol.options);
    const first = order.find((id) => !isExtra(id, chosen)) ?? 'tip';
    setPlace((p) => ({ ...p, method: chosen, setting: null, at: first, text: '', again: false, lower: 'base' }));
  };
  const openSetting = (number: number) => setPlace((p) => ({ ...p, setting: number, method: null, text: '', again: false, at: 'done' }));

  return {
    state,
    /** Whether the book and the survey asked for are here. */
    ready:
      state.loaded && (place.survey === null || ((state.whole || state.reached === false) && book.find('survey', place.survey) !== null)),
    place,
    prefs,
    protocol,
    survey: book.find('survey', survey),
    tree: { tag, plot: book.find('plot', plot)?.body.name ?? null, species: speciesId, found, contested: found?.contested.length ?? 0 },
    stems: t.stems,
    tape,
    previous: t.previous,
    reach: prefs.person ? book.bodyMeasure(prefs.person, 'reach') : null,
    stickUpTo: stickUpTo(book, prefs.person, protocol.options),
    hint: place.at === 'trunk' ? bodyHint(book, prefs.person, protocol.options, localDate(new Date())) : null,
    trunk: trunkNow,
    setTrunk: (trunk: Trunk) => setPlace((p) => ({ ...p, trunk })),
    keepTrunk,
    setStem: (stem: number) => setPlace((p) => ({ ...p, stem, text: '', again: false, trunk: null, at: p.at === 'done' ? 'dbh' : p.at })),
    beginVisit: () => setPlace((p) => ({ ...newPlace(p.survey), tree: p.tree, newVisit: true })),
    speciesList,
    method,
    methodWords: METHOD_WORDS[method],
    setting,
    settings,
    measureBy,
    openSetting,
    station: t.station,
    /** Whether the step in hand is read as a shot of distance and angle. */
    shoots: place.at !== 'done' && isShot(place.at, method),
    steps,
    step: steps.find((s) => s.id === place.at) ?? null,
    choices,
    kept: keptHead?.body.read ?? null,
    draft,
    scene: t.scene,
    ...derived,
    findings: t.findings,
    refusal,
    canUndo: newest !== null || place.text !== '',
    type: (text: string) => {
      setRefusal(null);
      setPlace((p) => ({ ...p, text }));
    },
    /** Digits that come from the drawing. */
    drag: ({ text, leanTo }: { text: string; leanTo?: Place['leanTo'] }) => {
      setRefusal(null);
      setPlace((p) => ({ ...p, text, ...(leanTo ? { leanTo } : {}) }));
    },
    setPlace,
    go,
    enter,
    undo,
    choose,
    setTree,
    addSpecies,
    decide,
    pick,
    nextTree,
  };
}

export type MeasureModel = ReturnType<typeof useMeasure>;
/** The first step of the setting's own work. */
const firstOf = (steps: readonly Step[]) => steps.find((s) => s.id !== 'trunk' && s.id !== 'dbh');
