// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { deleteDB, openDB } from 'idb';
import { v7 } from 'uuid';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { makeRecord } from '../book/make-records';
import type { AnyRecord } from '../contract/envelope';

const person = (name: string) =>
  makeRecord({ device: 'phone', person: null, now: new Date(), newId: v7 }, 'person', { name, eyeHeight: null, reach: null }) as AnyRecord;
const names = (book: { all(kind: 'person'): readonly { body: { name: string } }[] }) => book.all('person').map((p) => p.body.name);

/** What a server without a book answers, asked for records or for surveys. */
const NOTHING_NEW = { records: [], surveys: [], next: null, more: false };

/** The store as a freshly opened page has it: modules anew, local storage and IndexedDB as they were. */
async function openPage() {
  vi.resetModules();
  const { bookStore } = await import('./book-store');
  const leave = bookStore.subscribe(() => {});
  await vi.waitFor(() => expect(bookStore.snapshot().loaded).toBe(true), { timeout: 60_000 });
  return { bookStore, leave };
}

beforeEach(() => {
  vi.stubGlobal('fetch', () => Promise.reject(new Error('no network')));
  localStorage.clear();
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

describe('the book on a device', () => {
  it('shows what is kept at once, and has it at the next opening', async () => {
    const { bookStore } = await openPage();
    const before = bookStore.snapshot().unsent;
    const kept = bookStore.keep([person('Ada')]);
    expect(names(bookStore.snapshot().book)).toContain('Ada');
    await kept;
    expect(localStorage.getItem('arbolito.journal')).toBeNull();
    expect(bookStore.snapshot().unsent).toBe(before + 1);
    const again = await openPage();
    expect(names(again.bookStore.snapshot().book)).toContain('Ada');
  });

  it('never says that the server has what is still on its way into the store', async () => {
    const { bookStore } = await openPage();
    const before = bookStore.snapshot().unsent;
    const least: number[] = [];
    const leave = bookStore.subscribe(() => least.push(bookStore.snapshot().unsent - before));
    const [one, two] = [bookStore.keep([person('Fay')]), bookStore.keep([person('Gus')])];
    expect(bookStore.snapshot().unsent).toBe(before + 2);
    // an exchange that was under way reads the outbox before they are in it
    await Promise.all([one, two, bookStore.sync()]);
    leave();
    expect(Math.min(...least.slice(least.indexOf(2)))).toBe(2);
    expect(bookStore.snapshot().unsent).toBe(before + 2);
  });

  it('says kept only when the local store has it on disk', async () => {
    const { bookStore } = await openPage();
    const transaction = IDBDatabase.prototype.transaction;
    const strict: (string | undefined)[] = [];
    const seen: number[] = [];
    vi.spyOn(IDBDatabase.prototype, 'transaction').mockImplementation(function (this: IDBDatabase, ...args) {
      const tx = transaction.apply(this, args);
      if (args[1] === 'readwrite') {
        strict.push(args[2]?.durability);
        tx.addEventListener('complete', () => seen.push(bookStore.snapshot().storing));
      }
      return tx;
    });
    const kept = bookStore.keep([person('Ivo')]);
    // shown at once, so that the work goes on; kept later
    expect(names(bookStore.snapshot().book)).toContain('Ivo');
    expect(bookStore.snapshot().storing).toBe(1);
    await kept;
    // up to the very end of the transaction nothing was called kept
    expect(seen[0]).toBe(1);
    expect(bookStore.snapshot().storing).toBe(0);
    expect(strict[0]).toBe('strict');
  });

  it('lets a newer version of itself in another tab upgrade the store at once, and says what to do here', async () => {
    const { bookStore } = await openPage();
    await bookStore.keep([person('Kim')]);
    const newer = await openDB('arbolito.book', 4);
    expect(bookStore.snapshot().trouble).toMatch(/newer Arbolito.*reload this page/);
    await bookStore.keep([person('Lou')]);
    expect(bookStore.snapshot().trouble).toMatch(/newer Arbolito.*reload this page.*in this page only/);
    expect(localStorage.getItem('arbolito.journal')).toContain('Lou');
    newer.close();
    await deleteDB('arbolito.book');
    const again = await openPage();
    expect(names(again.bookStore.snapshot().book)).toContain('Lou');
  });

  it('goes on in memory where nothing can be stored, says so for as long as that is so, and sends what it has', async () => {
    const denied = () => {
      throw new Error('denied');
    };
    vi.stubGlobal('indexedDB', { open: denied });
    const storage = vi.spyOn(localStorage, 'setItem').mockImplementation(denied);
    vi.resetModules();
    const { bookStore } = await import('./book-store');
    bookStore.subscribe(() => {});
    await vi.waitFor(() =>
      expect(bookStore.snapshot()).toMatchObject({ loaded: true, trouble: expect.stringMatching(/in this page only/) }),
    );
    const sent: string[] = [];
    await bookStore.keep([person('Ida')]);
    expect(names(bookStore.snapshot().book)).toContain('Ida');
    expect(bookStore.snapshot()).toMatchObject({ unsent: 1, trouble: expect.stringMatching(/in this page only: do not close/) });
    vi.stubGlobal('fetch', async (_: string, request?: { body: string }) => {
      const { records } = JSON.parse(request?.body ?? '{"records":[]}') as { records: AnyRecord[] };
      sent.push(...records.map((r) => r.id));
      return {
        ok: true,
        headers: new Headers(),
        json: async () => ({ answers: records.map(({ id }) => ({ id, status: 'stored', errors: [] })) }),
      };
    });
    await bookStore.sync();
    await bookStore.sync();
    expect(sent).toHaveLength(1);
    expect(bookStore.snapshot()).toMatchObject({ unsent: 0, trouble: expect.stringMatching(/in this page only/) });
    storage.mockRestore();
  });

  it('keeps once how far its clock is off, and again when that has changed', async () => {
    const { bookStore } = await openPage();
    let ahead = 2 * 3600_000;
    vi.stubGlobal('fetch', async (_: string, request?: { body: string }) => ({
      ok: true,
      headers: new Headers({ date: new Date(Date.now() - ahead).toUTCString() }),
      json: async () =>
        request?.body
          ? { answers: (JSON.parse(request.body) as { records: AnyRecord[] }).records.map(({ id }) => ({ id, status: 'stored' })) }
          : NOTHING_NEW,
    }));
    const kept = () =>
      bookStore
        .snapshot()
        .book.all('clock-check')
        .map((c) => Math.round(c.body.offBy / 10) * 10);
    await bookStore.sync();
    await bookStore.sync();
    expect(kept()).toEqual([7200]);
    ahead += 20_000;
    await bookStore.sync();
    expect(kept()).toEqual([7200]);
    // a clock that drifts is off by more than a minute some day
    ahead += 50_000;
    await bookStore.sync();
    expect(kept()).toEqual([7200, 7270]);
    ahead = 0;
    await bookStore.sync();
    expect(kept()).toEqual([7200, 7270, 0]);
    await bookStore.sync();
    expect(bookStore.snapshot().unsent).toBe(0);
  });

  it('says that all is with the server once it is', async () => {
    const { bookStore } = await openPage();
    vi.stubGlobal('fetch', async (_: string, sent?: { body: string }) => ({
      ok: true,
      headers: new Headers(),
      json: async () =>
        sent?.body
          ? { answers: (JSON.parse(sent.body) as { records: AnyRecord[] }).records.map(({ id }) => ({ id, status: 'stored' })) }
          : NOTHING_NEW,
    }));
    await bookStore.keep([person('Hal')]);
    await bookStore.sync();
    expect(bookStore.snapshot()).toMatchObject({ unsent: 0, refused: [], reached: true });
  });

  it('lets a person correct what the server refused and send it again, or set it aside and take it up', async () => {
    const { bookStore } = await openPage();
    const sent: AnyRecord[] = [];
    vi.stubGlobal('fetch', async (_: string, request?: { body: string }) => ({
      ok: true,
      headers: new Headers(),
      json: async () => {
        if (!request?.body) return NOTHING_NEW;
        const { records } = JSON.parse(request.body) as { records: (AnyRecord & { body: { name: string } })[] };
        sent.push(...records);
        const refused = [{ field: 'records[0].body.name', value: 'x', allowed: 'another name' }];
        return {
          answers: records.map((r) =>
            /^bad/.test(r.body.name) ? { id: r.id, status: 'refused', errors: refused } : { id: r.id, status: 'stored', errors: [] },
          ),
        };
      },
    }));
    const [one, two] = [person('bad one'), person('bad two')];
    await bookStore.keep([one, two]);
    await bookStore.sync();
    const { refused } = bookStore.snapshot();
    expect(refused.map((r) => [r.record.id, r.errors[0]?.field])).toEqual([
      [two.id, 'body.name'],
      [one.id, 'body.name'],
    ]);
    // corrected: the same record, as it should have been
    await bookStore.correct({ ...one, body: { ...one.body, name: 'Good' } } as AnyRecord);
    await bookStore.sync();
    expect(
      sent
        .filter((r) => r.id === one.id)
        .map((r) => (r.body as { name: string }).name)
        .at(-1),
    ).toBe('Good');
    expect(names(bookStore.snapshot().book)).toContain('Good');
    // set aside: neither counted nor sent nor in the book, at the next opening either, and taken up whole
    await bookStore.setAside(bookStore.snapshot().refused[0] as never);
    const times = () => sent.filter((r) => r.id === two.id).length;
    const before = times();
    await bookStore.sync();
    expect(bookStore.snapshot()).toMatchObject({ unsent: 0, refused: [{ aside: true }] });
    expect(times()).toBe(before);
    const again = await openPage();
    expect(names(again.bookStore.snapshot().book)).not.toContain('bad two');
    expect(names(again.bookStore.snapshot().book)).toContain('Good');
    await again.bookStore.sendAgain(again.bookStore.snapshot().refused[0] as never);
    expect(names(again.bookStore.snapshot().book)).toContain('bad two');
    await again.bookStore.sync();
    // another page that is still open may send something of its own
    expect(times()).toBeGreaterThan(before);
  });

  it('loses nothing when the page goes away before the store has answered', async () => {
    const { bookStore } = await openPage();
    const [ben, cleo] = [person('Ben'), person('Cleo')];
    void bookStore.keep([ben]);
    void bookStore.keep([cleo]);
    // before anything asynchronous could happen both stand in the journal
    const journal = JSON.parse(localStorage.getItem('arbolito.journal') ?? '[]') as AnyRecord[];
    expect(journal.map((r) => r.id)).toEqual([ben.id, cleo.id]);
    const again = await openPage();
    expect(names(again.bookStore.snapshot().book)).toEqual(expect.arrayContaining(['Ben', 'Cleo']));
    expect(localStorage.getItem('arbolito.journal')).toBeNull();
  });

  it('takes up what stands in the journal, once', async () => {
    const dora = person('Dora');
    localStorage.setItem('arbolito.journal', JSON.stringify([dora, dora]));
    const { bookStore } = await openPage();
    expect(names(bookStore.snapshot().book).filter((n) => n === 'Dora')).toHaveLength(1);
    expect(localStorage.getItem('arbolito.journal')).toBeNull();
  });

  it('is not put off by a journal that is no JSON', async () => {
    localStorage.setItem('arbolito.journal', '{half');
    const { bookStore } = await openPage();
    expect(bookStore.snapshot().trouble).toBeNull();
  });

  it('says that there is no server just now, and keeps on', async () => {
    const { bookStore } = await openPage();
    await bookStore.sync();
    expect(bookStore.snapshot()).toMatchObject({ reached: false, trouble: null });
  });

  it('says what to do when this device can not store, and keeps the digits in the journal', async () => {
    const { bookStore } = await openPage();
    const transaction = vi.spyOn(IDBDatabase.prototype, 'transaction').mockImplementation(() => {
      throw new Error('disk full');
    });
    await bookStore.keep([person('Eli')]);
    expect(bookStore.snapshot().trouble).toMatch(/disk full.*in this page only/);
    const { unsent } = bookStore.snapshot();
    transaction.mockRestore();
    const again = await openPage();
    expect(names(again.bookStore.snapshot().book)).toContain('Eli');
    expect(again.bookStore.snapshot().unsent).toBe(unsent);
  });

  it('reads what is on a full disk, says what is in the page only, and saves it once there is room', async () => {
    const first = await openPage();
    await first.bookStore.keep([person('Fay')]);
    const full = fullDisk();
    await first.bookStore.keep([person('Gus')]);
    expect(first.bookStore.snapshot()).toMatchObject({
      unsaved: [{ body: { name: 'Gus' } }],
      trouble: expect.stringMatching(/do not close/),
    });
    // the browser was ended; its journal came through
    const again = await openPage();
    const { book, unsaved, trouble, unsent, storing } = again.bookStore.snapshot();
    expect(names(book)).toEqual(expect.arrayContaining(['Fay', 'Gus']));
    expect(unsaved).toMatchObject([{ body: { name: 'Gus' } }]);
    expect(trouble).toMatch(/no room.*in this page only/);
    expect(unsent).toBeGreaterThanOrEqual(2);
    expect(storing).toBe(1);
    full.mockRestore();
    await again.bookStore.sync();
    expect(again.bookStore.snapshot()).toMatchObject({ unsaved: [], trouble: null, storing: 0 });
    expect(localStorage.getItem('arbolito.journal')).toBeNull();
    const last = await openPage();
    expect(names(last.bookStore.snapshot().book)).toEqual(expect.arrayContaining(['Fay', 'Gus']));
  });
});

/** A disk that lets everything be read and nothing be written. */
function fullDisk() {
  const open = IDBDatabase.prototype.transaction;
  return vi.spyOn(IDBDatabase.prototype, 'transaction').mockImplementation(function (this: IDBDatabase, ...asked) {
    if (asked[1] === 'readwrite') throw new DOMException('no room on the disk', 'QuotaExceededError');
    return open.apply(this, asked);
  });
}
