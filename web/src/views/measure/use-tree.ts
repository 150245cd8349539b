import {
  ASSUMED_EYE_HEIGHT,
  DomainError,
  FIRST_STEM,
  type Metres,
  metres,
  type Reading,
  roomAt,
  type StationResult,
  sightScene,
  standAtFirst,
  type TreeResult,
} from '@arbolito/core';
import { useCallback, useMemo } from 'react';
import type { Book } from '../../book/book';
import { asCalled, withCalled } from '../../book/called';
import { NOTHING_BEFORE, resultOf, type TreeInput, tryResult, visitBefore } from '../../book/derive';
import { determinationsOf, newDetermination } from '../../book/determinations';
import { uncheckedOn } from '../../book/instrument-checks';
import { isSeen, type Seen } from '../../book/seen';
import { instrumentOf, ofNoStation, ofStem } from '../../book/slots';
import { type Preferences, preferencesIn, type Saved } from '../../field/preferences';
import { draftOf } from '../../methods/draft';
import type { MeasureMethod } from '../../methods/index';
import { type Hand, nextTag, protocolAt, waysOf } from './hand';
import { sameSlot, stemInBook, stemLines, tapeAt } from './tape';
import { NONE, useChecks } from './use-checks';

const NOTHING_SEEN: readonly Seen[] = [];

/** The tree in hand with everything that follows from its readings, the digits in the field and what is tapped of its trunk. */
export function useTree(book: Book, hand: Hand, saved: Saved, today: string, stands: boolean) {
  const found = useMemo(() => book.tree(hand.tree), [book, hand.tree]);
  const survey = found?.record.body.survey ?? hand.survey;
  const protocol = useMemo(() => protocolAt(book, survey, saved), [book, survey, saved]);
  const { units } = protocol.options;
  const ways = waysOf(book, survey, units);
  const prefs = useMemo((): Preferences => ({ ...preferencesIn(ways, saved), units }), [ways, saved, units]);
  const suggested = useMemo(() => nextTag(book, survey), [book, survey]);
  // a new tree stands in the plot of the one before it, and its tag goes on from there
  const plotBefore = useMemo(() => (survey ? (book.lastTreeOf(survey)?.body.plot ?? null) : null), [book, survey]);
  const speciesId = found ? (found.record.body.species ?? null) : hand.species;
  const species = useMemo(() => book.find('species', speciesId)?.body.figures ?? {}, [book, speciesId]);
  const eye = found?.eyeHeight ?? (prefs.person ? book.kit.bodyMeasure(prefs.person, 'eye-height') : null);
  const eyeHeight = eye === null ? null : metres(eye);

  // a new visit begins with empty hands; what was read before is what it is compared with
  const coming = hand.newVisit;
  const kept = useMemo(() => (coming ? [] : (found?.inForce ?? [])), [found, coming]);
  const before = useMemo(() => {
    if (!found) return NOTHING_BEFORE;
    const { visits } = found;
    const on = coming ? today : (visits.at(-1)?.on ?? '');
    return visitBefore(found, coming ? visits : visits.slice(0, -1), on, protocol.options);
  }, [found, coming, protocol, today]);
  const { previous } = before;
  const { id: stemId, name: stem } = stemInBook(found, hand.stem);
  const all = useMemo(() => (coming ? [] : (found?.readings ?? [])).filter((e) => e.heads.length > 0), [found, coming]);
  const determinations = useMemo(() => (coming ? [] : determinationsOf(book, found)), [book, found, coming]);
  // a method chosen anew begins a determination of its own
  const determination = useMemo(
    () =>
      hand.method
        ? newDetermination(hand.method)
        : (determinations.find((d) => d.id === hand.determination) ?? determinations.at(-1) ?? newDetermination(prefs.method)),
    [determinations, hand.determination, hand.method, prefs.method],
  );
  // what is one stem's own is shown for the stem in hand, what is one station's for the determination in hand
  const entities = useMemo(() => {
    const here = (station: string | null) => station !== null && (station === determination.station || station === determination.far);
    return all.filter(
      (e) => e.body !== null && (ofStem(e.body.read) ? e.body.stem === stemId : ofNoStation(e.body.read) || here(e.body.station)),
    );
  }, [all, stemId, determination]);

  // what was called holds until a reading, typed or kept, takes its place; a new visit begins without it
  const joined = useMemo(() => {
    const read = (found?.visits ?? []).flatMap((v) => v.inForce);
    return (readings: readonly Reading[]) =>
      coming ? readings : withCalled(asCalled(found?.record.body.called, [...read, ...readings]), readings);
  }, [found, coming]);
  const input = useCallback(
    (readings: readonly Reading[]): TreeInput => ({
      readings: joined(readings),
      protocol: protocol.options,
      species,
      eyeHeight,
    }),
    [joined, protocol, species, eyeHeight],
  );
  const ofKept = useMemo(() => derived(input(kept)) ?? resultOf(input([])), [input, kept]);

  const step = hand.at === 'done' ? null : hand.at;
  const slot = entities.filter((e) => step && e.body && sameSlot(e.body, prefs, step, determination.far));
  const last = slot.at(-1);
  const where = ofKept.stems.find((s) => s.stem === stem)?.where ?? null;
  const correcting = Boolean(last) && !hand.again;
  const tape = useMemo(
    () => tapeAt(where, previous, stem, protocol.options, slot.length - (correcting ? 1 : 0)),
    [where, previous, stem, protocol, slot.length, correcting],
  );
  const method = determination.method as MeasureMethod;
  const stationId = determination.station ?? DRAFT_STATION;
  const distance = stationOf(ofKept, stationId)?.distance ?? null;
  const { optical, upperHeight, leanTo } = hand;
  const around = useMemo(
    () => ({ tape, beside: { optical, upperHeight, leanTo }, distance, method }),
    [tape, optical, upperHeight, leanTo, distance, method],
  );
  const draft = useMemo(
    () => (step && hand.text.trim() ? draftOf(step, hand.text, prefs, { ...around, minute: 0 }) : null),
    [step, hand.text, prefs, around],
  );

  // the draft takes part at once: the drawing follows the digits and the taps
  const readings = useMemo((): readonly Reading[] => {
    const own = stem === FIRST_STEM ? {} : { stem };
    const withTrunk = hand.trunk ? [...kept, { kind: 'trunk' as const, trunk: hand.trunk, ...own }] : kept;
    if (!draft?.ok) return withTrunk;
    const station = step?.startsWith('far-') ? (determination.far ?? DRAFT_FAR) : stationId;
    const far = draft.read.kind === 'baseline' ? { far: determination.far ?? DRAFT_FAR } : {};
    const by = { person: prefs.person, instrument: instrumentOf(draft.read, prefs.instruments), at: END_OF_TIME, survey };
    const read = { ...book.kit.join(draft.read, by), ...far, id: 'draft', ...(ofStem(draft.read) ? own : { station }) } as Reading;
    return last && correcting ? withTrunk.map((r) => (r.id === last.entity ? read : r)) : [...withTrunk, read];
  }, [kept, draft, last, correcting, hand.trunk, stem, book, survey, prefs.person, prefs.instruments, determination, stationId, step]);
  // half-typed digits may be no reading yet (0 on its way to 0.5), a dragged trunk no trunk: the kept ones still stand
  const drawn = useMemo(() => {
    const result = derived(input(readings));
    return result ? { result, readings } : { result: ofKept, readings: kept };
  }, [input, readings, ofKept, kept]);
  const shooter = prefs.instruments.shot;
  const unchecked = useMemo(
    () => (shooter ? uncheckedOn(book.find('instrument', shooter), book.kit.checksOf(shooter), today) : null),
    [book, shooter, today],
  );
  // a number half typed is no blunder: the checks look at what is kept
  const reach = prefs.person ? book.kit.bodyMeasure(prefs.person, 'reach') : null;
  // checks and drawing are worked out when they are shown, which is a frame after the next step's field
  const { findingsOf, missing: unseen } = useChecks(stands, hand.text === '');
  const seen = found?.confirmed ?? NOTHING_SEEN;
  const findings = useMemo(
    () =>
      once(() =>
        !findingsOf
          ? NONE
          : findingsOf(input(kept), ofKept, {
              ...before,
              tree: hand.tree,
              ...(unchecked ? { unchecked } : {}),
              ...(reach === null ? {} : { reach }),
            }).filter((f) => !isSeen(seen, f)),
      ),
    [findingsOf, input, hand.tree, ofKept, kept, before, unchecked, reach, seen],
  );
  const scene = useMemo(
    () =>
      once(() =>
        sightScene({
          ...drawn,
          protocol: protocol.options,
          species,
          eyeHeight: eyeHeight ?? (ASSUMED_EYE_HEIGHT as Metres),
          scale: prefs.scale,
          station: stationId,
          method,
          ...(step === 'merchantable' || step === 'logs' || step === 'crown-base' ? { aim: step } : {}),
        }),
      ),
    [drawn, protocol, species, eyeHeight, prefs.scale, stationId, method, step],
  );
  // what was said of this station's room, and with the height of the last visit where to stand at all
  const here = useMemo(() => readings.filter((r) => r.station === stationId), [readings, stationId]);
  const standFirst = useMemo(() => {
    const height = before.previousHeight ? metres(before.previousHeight.height) : null;
    if (height === null || distance !== null) return null;
    const at = standAtFirst(height, {
      readings: here,
      species,
      protocol: protocol.options,
      eyeHeight: eyeHeight ?? metres(ASSUMED_EYE_HEIGHT),
    });
    return at && { height, at };
  }, [before, distance, here, species, protocol, eyeHeight]);
  const stems = useMemo(() => stemLines(coming ? null : found, kept, ofKept, hand.stem), [coming, found, kept, ofKept, hand.stem]);

  return {
    found,
    survey,
    protocol,
    prefs,
    /** What names the ways of this survey. */
    ways,
    tag: found?.record.body.tag ?? hand.tag ?? suggested,
    plot: found ? (found.record.body.plot ?? null) : hand.plot === undefined ? plotBefore : hand.plot,
    speciesId,
    kept,
    all,
    entities,
    previous,
    last: last ?? null,
    determinations,
    determination,
    method,
    station: stationOf(drawn.result, stationId),
    room: roomAt(here),
    standFirst,
    tape,
    around,
    stem,
    stems,
    draft,
    drawn,
    /** What the kept readings alone come to. */
    ofKept,
    findings,
    /** Whether the checks are here. */
    checked: findingsOf !== null,
    /** Whether the checks could not be fetched: then nothing is said against a reading. */
    unseen,
    scene,
  };
}

export type TreeInHand = ReturnType<typeof useTree>;

/** A reading that is just being typed is newer than any check of its instrument. */
const END_OF_TIME = '2999-12-31T23:59:59.999Z';

/** A station before its first reading is kept. */
const DRAFT_STATION = 'draft';
const DRAFT_FAR = 'draft far';

/** A station that came out, by its name. */
function stationOf(result: TreeResult, id: string): StationResult | null {
  const found = result.stations.find((s) => s.ok && s.value.station === id);
  return found?.ok ? found.value : null;
}

/** Works something out when it is first asked for, and remembers it. */
function once<T>(work: () => T): () => T {
  let done: { readonly value: T } | null = null;
  return () => {
    done ??= { value: work() };
    return done.value;
  };
}

/** Null where a reading can't be one. */
function derived(input: TreeInput): TreeResult | null {
  const result = tryResult(input);
  return result instanceof DomainError ? null : result;
}
