// @vitest-environment happy-dom
import { PRESETS } from '@arbolito/core';
import { demoRecords } from '@arbolito/demo';
import { v7 } from 'uuid';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { Book } from '../../book/book';
import { makeRecord } from '../../book/make-records';
import type { AnyRecord } from '../../contract/envelope';
import { deviceName } from '../../field/device';
import { preferencesIn, savedPreferences, savePreferencesIn, tapeUnits } from '../../field/preferences';
import { handKeeper, newHand, nextTag, openHand, protocolAt, rememberHand } from './hand';

const demo = demoRecords().records as unknown as AnyRecord[];
const book = new Book(demo);
const survey = (name: string) => book.all('survey').find((s) => s.body.name === name)?.entity ?? '';
const tagged = (tag: string, inSurvey = survey('Tansy Creek tract')) =>
  makeRecord({ device: 'desk', person: null, now: new Date(), newId: v7 }, 'tree', {
    survey: inSurvey,
    plot: null,
    tag,
    species: null,
    azimuth: null,
    distance: null,
    longitude: null,
    latitude: null,
    note: null,
  }) as AnyRecord;

beforeEach(() => {
  localStorage.clear();
  sessionStorage.clear();
  history.replaceState(null, '', '/measure');
});

describe('the tree in hand', () => {
  it('comes back after a reload with its step and its digits', () => {
    const hand = { ...newHand(null), at: 'tip' as const, text: '+8' };
    rememberHand(hand, null);
    expect(location.search).toContain(hand.tree);
    expect(openHand(location.search)).toEqual(hand);
    // opened without an address it is still the same tree
    expect(openHand('')).toEqual(hand);
  });

  it('is remembered once for several keys, and at once when the page is left', () => {
    vi.useFakeTimers();
    const keeper = handKeeper();
    const stop = keeper.whenLeaving();
    const hand = newHand(null);
    const text = () => openHand('').text;
    for (const t of ['1', '12', '12.5']) keeper.soon({ ...hand, text: t });
    expect(text()).toBe('');
    vi.advanceTimersByTime(1000);
    expect(text()).toBe('12.5');
    keeper.soon({ ...hand, text: '13' });
    dispatchEvent(new Event('pagehide'));
    expect(text()).toBe('13');
    // what another page has put there since is not written over without a new key
    localStorage.clear();
    sessionStorage.clear();
    dispatchEvent(new Event('pagehide'));
    vi.advanceTimersByTime(1000);
    expect(text()).toBe('');
    keeper.soon({ ...hand, text: '14' });
    stop();
    expect(text()).toBe('14');
    vi.useRealTimers();
  });
  it('is another one in another survey, and the one asked for when one is', () => {
    rememberHand({ ...newHand(null), text: '12' }, null);
    const elsewhere = openHand(`?survey=${survey('Monte Umbrío')}`);
    expect(elsewhere).toMatchObject({ survey: survey('Monte Umbrío'), at: 'dbh', text: '' });
    const asked = v7();
    expect(openHand(`?tree=${asked}`)).toMatchObject({ tree: asked, at: 'done', text: '' });
  });
  it('is each tab’s own, and after the browser was closed the last one of them', () => {
    rememberHand({ ...newHand(null), text: '12' }, null);
    const ours = sessionStorage.getItem('arbolito.place') ?? '';
    // another tab writes its own
    localStorage.setItem('arbolito.place', JSON.stringify({ ...newHand(null), text: '99' }));
    expect(openHand('').text).toBe('12');
    expect(ours).toContain('12');
    sessionStorage.clear();
    expect(openHand('').text).toBe('99');
  });
  it('is not upset by what is no place', () => {
    localStorage.setItem('arbolito.place', '{"half');
    expect(openHand('')).toMatchObject({ at: 'dbh', text: '', survey: null });
  });
});

describe('the tag of the next tree', () => {
  it.each([
    ['26', '27'],
    ['3·07', '3·08'],
    ['A-099', 'A-100'],
    ['oak', '1'],
  ])('after %s is %s', (last, next) => {
    expect(nextTag(new Book([...demo, tagged(last)]), survey('Tansy Creek tract'))).toBe(next);
  });
  it('begins at 1, and counts the book’s single trees', () => {
    expect(nextTag(new Book([]), null)).toBe('1');
    expect(nextTag(book, null)).toBe('1');
  });
});

describe('the protocol in force', () => {
  const prefs = { ...savedPreferences(), units: 'us' as const };
  it('is the survey’s own, whatever this device prefers', () => {
    expect(protocolAt(book, survey('Monte Umbrío'), prefs)).toMatchObject({
      name: 'Monte Umbrío inventory',
      options: { units: 'metric', breastHeight: 1.3 },
    });
  });
  it('follows the units for single trees', () => {
    expect(protocolAt(book, null, prefs).options).toEqual(PRESETS['timber-us'].options);
    expect(protocolAt(book, null, { ...prefs, units: 'metric' }).options).toEqual(PRESETS['forest-metric'].options);
  });
});

describe('what the device remembers', () => {
  it('keeps its name and its ways', () => {
    expect(deviceName()).toBe(deviceName());
    const there = preferencesIn('a survey', savedPreferences());
    savePreferencesIn('a survey', { ...there, scale: { kind: 'fixed', distance: 15 }, lengthUnit: 'ft' });
    expect(preferencesIn('a survey', savedPreferences())).toMatchObject({ scale: { kind: 'fixed', distance: 15 } });
    expect(tapeUnits(preferencesIn('a survey', savedPreferences()))).toMatchObject({ length: 'ft' });
    // in another survey it is read as usual
    expect(preferencesIn('another', savedPreferences())).toMatchObject({ scale: { kind: 'percent' }, lengthUnit: null });
  });
});
