import {
  ASSUMED_EYE_HEIGHT,
  checkTree,
  DomainError,
  deriveTree,
  type Metres,
  metres,
  parseLine,
  type Reading,
  type SceneTarget,
  settled,
  sightScene,
} from '@arbolito/core';
import { useCallback, useEffect, useMemo, useState } from 'react';
import type { AnyRecord, RecordOf } from '../../contract/envelope';
import { bookStore } from '../../field/book-store';
import { deviceName, loadPreferences, newId, type Preferences, savePreferences, tapeUnits } from '../../field/device';
import { angleReading, type Maker, type Mode, makeRecord, recordsForLine, recordsForReading, slotOf } from '../../field/make-records';
import { useBook } from '../../field/use-book';
import { newPlace, nextTag, openPlace, type Place, protocolOf, rememberPlace } from './place';
import { draftOf, type StepChoices, type StepId, stepAfter, stepsOf, withFilled } from './steps';

/** Everything the Measure view shows and does. All of it follows from the book, the place and the preferences. */
export function useMeasure() {
  const state = useBook();
  const { book } = state;
  const [own, setOwn] = useState(loadPreferences);
  const [place, setPlace] = useState<Place>(() => openPlace(location.search));
  const [refusal, setRefusal] = useState<string | null>(null);
  useEffect(() => savePreferences(own), [own]);
  useEffect(() => rememberPlace(place), [place]);

  const found = useMemo(() => book.tree(place.tree), [book, place.tree]);
  const survey = found?.record.body.survey ?? place.survey;
  const protocol = useMemo(() => protocolOf(book, survey, own), [book, survey, own]);
  const prefs = useMemo((): Preferences => ({ ...own, units: protocol.options.units }), [own, protocol]);
  const suggested = useMemo(() => nextTag(book, survey, deviceName()), [book, survey]);
  // a new tree stands in the plot of the one before it, and its tag goes on from there
  const plotBefore = useMemo(() => (survey ? (book.treesOf(survey).at(-1)?.body.plot ?? null) : null), [book, survey]);
  const plot = found ? (found.record.body.plot ?? null) : plotBefore;
  const tag = found?.record.body.tag ?? place.tag ?? suggested;
  const speciesList = useMemo(() => book.all('species'), [book]);
  const speciesId = found ? (found.record.body.species ?? null) : place.species;
  const species = useMemo(() => book.find('species', speciesId)?.body.figures ?? {}, [book, speciesId]);
  const eye = found?.eyeHeight ?? book.find('person', prefs.person)?.body.eyeHeight ?? null;
  const eyeHeight = eye === null ? null : metres(eye);

  const entities = useMemo(() => (found?.readings ?? []).filter((e) => e.heads.length > 0), [found]);
  const last = (slot: string) => entities.findLast((e) => e.heads.some((h) => slotOf(h.body.read) === slot));
  const kept = last(place.at);
  const keptHead = kept ? settled(kept) : null;
  const draft = useMemo(
    () => (place.at !== 'done' && place.text.trim() ? draftOf(place.at, place.text, prefs) : null),
    [place.at, place.text, prefs],
  );

  // the draft takes part at once: the drawing follows the digits
  const readings = useMemo((): readonly Reading[] => {
    const inForce = found?.inForce ?? [];
    if (!draft?.ok) return inForce;
    const station = inForce.find((r) => r.station)?.station;
    const read = { ...draft.read, id: 'draft', ...(station && sighted(draft.read) ? { station } : {}) } as Reading;
    return kept && !place.again ? inForce.map((r) => (r.id === kept.id ? read : r)) : [...inForce, read];
  }, [found, draft, kept, place.again]);

  const derive = useCallback(
    (from: readonly Reading[]) =>
      deriveTree({ readings: from, protocol: protocol.options, species, ...(eyeHeight === null ? {} : { eyeHeight }) }),
    [protocol, species, eyeHeight],
  );
  const derived = useMemo(() => {
    try {
      return { result: derive(readings), readings };
    } catch (e) {
      // half-typed digits may be no reading yet (0 on its way to 0.5): the kept ones still stand
      if (!(e instanceof DomainError)) throw e;
      const inForce = found?.inForce ?? [];
      return { result: derive(inForce), readings: inForce };
    }
  }, [derive, readings, found]);
  // a number half typed is no blunder: the checks look at what is kept
  const findings = useMemo(() => {
    const inForce = found?.inForce ?? [];
    return checkTree({ readings: inForce, result: derive(inForce), protocol: protocol.options, species });
  }, [derive, found, protocol, species]);

  const hasMark = entities.some((e) => e.heads.some((h) => h.body.read.kind === 'angle' && h.body.read.target === 'mark'));
  const tape = derived.readings.findLast((r) => r.kind === 'distance');
  const merchantable =
    place.merchantable ??
    (last('merchantable') ? 'merchantable' : protocol.options.merchantable?.logs || last('logs') ? 'logs' : 'merchantable');
  const along = tape?.kind === 'distance' ? tape.along : prefs.along;
  const lower = hasMark ? 'mark' : place.lower;
  const choices = useMemo((): StepChoices => ({ along, lower, merchantable }), [along, lower, merchantable]);
  const steps = useMemo(
    () => stepsOf(entities, choices, protocol.options, derived.result, prefs.scale),
    [entities, choices, protocol, derived.result, prefs.scale],
  );
  const scene = useMemo(
    () =>
      sightScene({
        result: derived.result,
        readings: derived.readings,
        protocol: protocol.options,
        species,
        eyeHeight: eyeHeight ?? (ASSUMED_EYE_HEIGHT as Metres),
        scale: prefs.scale,
      }),
    [derived, protocol, species, eyeHeight, prefs.scale],
  );

  const go = useCallback((at: StepId | 'done') => {
    setRefusal(null);
    setPlace((p) => ({ ...p, at, text: '', again: false }));
  }, []);
  const maker = (): Maker => ({
    device: deviceName(),
    person: prefs.person && book.find('person', prefs.person) ? prefs.person : null,
    now: new Date(),
    newId,
  });

  const where = { tree: place.tree, survey: place.survey, tag, plot, species: speciesId, units: own.units };

  const keep = (records: readonly AnyRecord[]) => void bookStore.keep(records);
  const keepReading = (read: Reading, typed: string, mode: Mode) =>
    keep(recordsForReading(maker(), bookStore.snapshot().book, where, read, typed, mode));

  /** Enter: keeps what is typed, or goes on when nothing is. */
  const enter = () => {
    if (place.at === 'done') return nextTree();
    const { at, again } = place;
    const text = place.text.trim();
    if (text === '') return go(stepAfter(steps, at));
    const read = draftOf(at, text, prefs);
    if (read.ok) {
      const unchanged = keptHead && !again && JSON.stringify(plain(keptHead.body.read)) === JSON.stringify(plain(read.read));
      if (!unchanged)
        keepReading(read.read, text, again ? { as: 'again' } : keptHead ? { as: 'correction', of: keptHead } : { as: 'first' });
      return go(
        stepAfter(
          withFilled(steps, (id) => id === at),
          at,
        ),
      );
    }
    if (!/\s/.test(text)) return setRefusal(read.reason);
    return keepLine(text, read.reason);
  };

  /** A whole tree on one line. */
  const keepLine = (text: string, otherwise: string) => {
    const units = tapeUnits(prefs);
    const line = parseLine(text, { diameter: units.diameter, distance: units.length, scale: prefs.scale });
    if (!line.ok) return setRefusal(text.split(/\s+/).length > 2 ? line.reason : otherwise);
    keep(recordsForLine(maker(), bookStore.snapshot().book, where, line.readings, prefs));
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
  const newest = entities.flatMap((e) => e.heads).reduce<RecordOf<'reading'> | null>((a, b) => (a && a.id > b.id ? a : b), null);
  const undo = () => {
    if (place.text) return setPlace((p) => ({ ...p, text: '' }));
    if (!newest) return;
    keep([makeRecord(maker(), 'retraction', { record: newest.id, reason: 'undone' }) as AnyRecord]);
    setRefusal(null);
    setPlace((p) => ({ ...p, at: slotOf(newest.body.read) as StepId, text: newest.body.typed, again: false }));
  };

  /** A scale, unit or way of taping chosen: it holds from now on, and corrects the kept reading in view. */
  const choose = (change: Partial<Preferences>) => {
    setOwn((p) => ({ ...p, ...change }));
    if (!keptHead || place.text) return;
    const read = keptHead.body.read;
    const changed: Reading =
      read.kind === 'angle' && change.scale
        ? angleReading(read.target, read.value, change.scale)
        : read.kind === 'diameter'
          ? { ...read, tool: change.tool ?? read.tool, unit: change.diameterUnit ?? read.unit }
          : read.kind === 'distance'
            ? { ...read, along: change.along ?? read.along, to: change.to ?? read.to, unit: change.lengthUnit ?? read.unit }
            : read;
    if (JSON.stringify(changed) !== JSON.stringify(read)) keepReading(changed, keptHead.body.typed, { as: 'correction', of: keptHead });
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
    const rivals = entities.find((e) => e.id === chosen.entity)?.heads.filter((h) => h.id !== chosen.id) ?? [];
    keep(rivals.map((r) => makeRecord(maker(), 'retraction', { record: r.id, reason: 'another version was chosen' }) as AnyRecord));
  };

  const pick = (target: SceneTarget) => {
    if (target === 'ground' && choices.along !== 'slope') return go('distance');
    if (target === 'base') return go(choices.lower);
    if (target === 'merchantable') return go(choices.merchantable);
    go(target as StepId);
  };

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
    speciesList,
    steps,
    step: steps.find((s) => s.id === place.at) ?? null,
    choices,
    kept: keptHead?.body.read ?? null,
    draft,
    scene,
    ...derived,
    findings,
    refusal,
    canUndo: newest !== null || place.text !== '',
    type: (text: string) => {
      setRefusal(null);
      setPlace((p) => ({ ...p, text }));
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
const sighted = (r: Reading) => r.kind === 'angle' || r.kind === 'distance' || r.kind === 'mark-height' || r.kind === 'eye-height';

/** A reading without what the store adds, in one order of fields, for comparing. */
function plain(read: Reading): unknown {
  return Object.entries(read)
    .filter(([, v]) => v != null)
    .sort(([a], [b]) => (a < b ? -1 : 1));
}
