import { ASSUMED_EYE_HEIGHT, checkTree, DomainError, deriveTree, type Metres, metres, type Reading, sightScene } from '@arbolito/core';
import { useCallback, useMemo } from 'react';
import type { Book } from '../../contract/book';
import { previousDiameters } from '../../contract/book-tree';
import { deviceName, type Preferences } from '../../field/device';
import { localDate, ofStem } from '../../field/make-records';
import { draftOf } from './draft';
import { nextTag, type Place, protocolOf } from './place';
import { sameSlot, stemLines, stemName, tapeAt } from './tape';

/** The tree in hand with everything that follows from its readings, the digits in the field and what is tapped of its trunk. */
export function useTree(book: Book, place: Place, own: Preferences) {
  const found = useMemo(() => book.tree(place.tree), [book, place.tree]);
  const survey = found?.record.body.survey ?? place.survey;
  const protocol = useMemo(() => protocolOf(book, survey, own), [book, survey, own]);
  const prefs = useMemo((): Preferences => ({ ...own, units: protocol.options.units }), [own, protocol]);
  const suggested = useMemo(() => nextTag(book, survey, deviceName()), [book, survey]);
  // a new tree stands in the plot of the one before it, and its tag goes on from there
  const plotBefore = useMemo(() => (survey ? (book.treesOf(survey).at(-1)?.body.plot ?? null) : null), [book, survey]);
  const speciesId = found ? (found.record.body.species ?? null) : place.species;
  const species = useMemo(() => book.find('species', speciesId)?.body.figures ?? {}, [book, speciesId]);
  const eye = found?.eyeHeight ?? (prefs.person ? book.bodyMeasure(prefs.person, 'eye-height') : null);
  const eyeHeight = eye === null ? null : metres(eye);

  // a new visit begins with empty hands; what was read before is what it is compared with
  const coming = place.newVisit;
  const kept = useMemo(() => (coming ? [] : (found?.inForce ?? [])), [found, coming]);
  const previous = useMemo(() => {
    const visits = found?.visits ?? [];
    const on = coming ? localDate(new Date()) : (visits.at(-1)?.on ?? '');
    return previousDiameters(coming ? visits : visits.slice(0, -1), on, protocol.options);
  }, [found, coming, protocol]);
  const stemId = found?.stems.find((s) => s.name === stemName(place.stem))?.id ?? null;
  const all = useMemo(() => (coming ? [] : (found?.readings ?? [])).filter((e) => e.heads.length > 0), [found, coming]);
  // what is one stem's own is shown for the stem in hand
  const entities = useMemo(() => all.filter((e) => e.heads.some((h) => !ofStem(h.body.read) || h.body.stem === stemId)), [all, stemId]);

  const derive = useCallback(
    (from: readonly Reading[]) =>
      deriveTree({ readings: from, protocol: protocol.options, species, ...(eyeHeight === null ? {} : { eyeHeight }) }),
    [protocol, species, eyeHeight],
  );
  const ofKept = useMemo(() => safely(() => derive(kept)) ?? derive([]), [derive, kept]);

  const step = place.at === 'done' ? null : place.at;
  const slot = entities.filter((e) => step && e.heads.some((h) => sameSlot(h.body.read, prefs.tool, step)));
  const last = slot.at(-1);
  const where = ofKept.stems.find((s) => s.stem === stemName(place.stem))?.where ?? null;
  const correcting = Boolean(last) && !place.again;
  const tape = useMemo(
    () => tapeAt(where, previous, place.stem, protocol.options, slot.length - (correcting ? 1 : 0)),
    [where, previous, place.stem, protocol, slot.length, correcting],
  );
  const station = ofKept.stations.findLast((s) => s.ok);
  const distance = station?.ok ? station.value.distance : null;
  const { optical, upperHeight } = place;
  const around = useMemo(() => ({ tape, place: { optical, upperHeight }, distance }), [tape, optical, upperHeight, distance]);
  const draft = useMemo(
    () => (step && place.text.trim() ? draftOf(step, place.text, prefs, around) : null),
    [step, place.text, prefs, around],
  );

  // the draft takes part at once: the drawing follows the digits and the taps
  const readings = useMemo((): readonly Reading[] => {
    const stem = place.stem === 1 ? {} : { stem: stemName(place.stem) };
    const withTrunk = place.trunk ? [...kept, { kind: 'trunk' as const, trunk: place.trunk, ...stem }] : kept;
    if (!draft?.ok) return withTrunk;
    const at = kept.find((r) => r.station)?.station;
    const read = { ...draft.read, id: 'draft', ...(ofStem(draft.read) ? stem : at ? { station: at } : {}) } as Reading;
    return last && correcting ? withTrunk.map((r) => (r.id === last.id ? read : r)) : [...withTrunk, read];
  }, [kept, draft, last, correcting, place.trunk, place.stem]);
  // half-typed digits may be no reading yet (0 on its way to 0.5), a dragged trunk no trunk: the kept ones still stand
  const derived = useMemo(() => {
    const result = safely(() => derive(readings));
    return result ? { result, readings } : { result: ofKept, readings: kept };
  }, [derive, readings, ofKept, kept]);
  // a number half typed is no blunder: the checks look at what is kept
  const findings = useMemo(
    () => checkTree({ tree: place.tree, readings: kept, result: ofKept, protocol: protocol.options, species, previous }),
    [place.tree, ofKept, kept, protocol, species, previous],
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
  const stems = useMemo(() => stemLines(coming ? null : found, kept, ofKept, place.stem), [coming, found, kept, ofKept, place.stem]);

  return {
    found,
    survey,
    protocol,
    prefs,
    tag: found?.record.body.tag ?? place.tag ?? suggested,
    plot: found ? (found.record.body.plot ?? null) : plotBefore,
    speciesId,
    kept,
    all,
    entities,
    previous,
    last: last ?? null,
    tape,
    around,
    stems,
    draft,
    derived,
    findings,
    scene,
  };
}

function safely<T>(run: () => T): T | null {
  try {
    return run();
  } catch (e) {
    if (e instanceof DomainError) return null;
    throw e;
  }
}
