import 'fake-indexeddb/auto';
import { PRESETS } from '@arbolito/core';
import { v7 } from 'uuid';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { makeRecord } from '../book/make-records';
import type { AnyRecord } from '../contract/envelope';
import { keepLocally, loadAll, unsent } from './store';
import { Answered, type Ask, synchronise } from './synchronise';

const maker = { device: 'phone', person: null, now: new Date(), newId: v7 };
const person = (name: string) => makeRecord(maker, 'person', { name, eyeHeight: null, reach: null }) as AnyRecord;

/** A server in memory that answers as the real one does, and can be told to fail. */
class FakeServer {
  readonly book = v7();
  readonly stored: AnyRecord[] = [];
  readonly refuse = new Set<string>();
  readonly wait = new Set<string>();
  broken: 'before' | 'after' | null = null;
  ask: Ask = async (path, body) => {
    if (this.broken === 'before') throw new Error('no network');
    if (body === undefined) {
      const { pathname, searchParams } = new URL(path, 'http://x');
      const surveys = this.stored.filter((r) => r.kind === 'survey').map((r) => r.id);
      const ofScope = (scope: string) => this.stored.filter((r) => (r.kind === 'survey' ? r.id : 'shared') === scope);
      if (pathname.endsWith('/surveys')) return { surveys: surveys.map((id) => ({ id, records: ofScope(id).length })), next: null };
      const scope = searchParams.get('scope') ?? '';
      const [book, place] = (searchParams.get('after') ?? `${this.book}.0`).split('.');
      if (book !== this.book) throw new Answered(409);
      const [after, here] = [Number(place), ofScope(scope)];
      const page = here.slice(after, after + 2);
      return {
        records: page.map((r, i) => ({ ...r, seq: after + i + 1, scope })),
        next: `${this.book}.${after + page.length}`,
        more: here.length > after + 2,
      };
    }
    const answers = (body as { records: AnyRecord[] }).records.map((r) => {
      if (this.refuse.has(r.id))
        return { id: r.id, status: 'refused', errors: [{ field: 'records[0].id', value: r.id, allowed: 'another' }] };
      if (this.wait.has(r.id)) return { id: r.id, status: 'waiting', errors: [] };
      const known = this.stored.some((s) => s.id === r.id);
      if (!known) this.stored.push(r);
      return { id: r.id, status: known ? 'known' : 'stored', errors: [] };
    });
    if (this.broken === 'after') throw new Error('the answer was lost');
    return { answers };
  };
}

let server: FakeServer;
beforeEach(async () => {
  server = new FakeServer();
  server.wait.clear();
  // what earlier tests left in the outbox goes to a server nobody looks at
  await synchronise(new FakeServer().ask);
});

describe('synchronising', () => {
  it('empties the outbox once the server has it, and takes in what others made', async () => {
    const [mine, theirs] = [person('Ada'), person('Ben')];
    server.stored.push(...Array.from({ length: 9 }, (_, i) => person(`filler ${i}`)), theirs);
    await keepLocally([mine]);
    await synchronise(server.ask);
    expect(server.stored.map((r) => r.id)).toContain(mine.id);
    expect(await unsent()).toEqual([]);
    expect((await loadAll()).map((r) => r.id)).toEqual(expect.arrayContaining([mine.id, theirs.id]));
  });

  it('keeps everything when the network fails before or after the server took it, and doubles nothing', async () => {
    const records = [person('Cy'), person('Di')];
    await keepLocally(records);
    for (const broken of ['before', 'after', 'after'] as const) {
      server.broken = broken;
      await expect(synchronise(server.ask)).rejects.toThrow();
      expect((await unsent()).map((u) => u.id).sort()).toEqual(records.map((r) => r.id).sort());
    }
    server.broken = null;
    await synchronise(server.ask);
    expect(await unsent()).toEqual([]);
    expect(server.stored.filter((r) => records.some((x) => x.id === r.id))).toHaveLength(2);
  });

  it('leaves what waits in the outbox, and shows what is refused without sending it again', async () => {
    const [waits, refused] = [person('Ed'), person('Flo')];
    server.wait.add(waits.id);
    server.refuse.add(refused.id);
    await keepLocally([waits, refused]);
    await synchronise(server.ask);
    expect(await unsent()).toEqual(
      expect.arrayContaining([{ id: waits.id }, { id: refused.id, refused: [expect.objectContaining({ field: 'id' })] }]),
    );
    server.wait.clear();
    server.refuse.clear();
    await synchronise(server.ask);
    expect((await unsent()).map((u) => u.id)).toEqual([refused.id]);
    expect((await loadAll()).map((r) => r.id)).toContain(refused.id);
  });

  it('stores bodies as they were made', async () => {
    const protocol = makeRecord(maker, 'protocol', {
      name: 'x',
      preset: 'street',
      options: structuredClone(PRESETS.street.options) as never,
    }) as AnyRecord;
    await keepLocally([protocol, protocol]);
    expect((await loadAll()).filter((r) => r.id === protocol.id)).toEqual([protocol]);
  });
  it('gives up an answer that never comes, so that the next try begins', async () => {
    const patience: number[] = [];
    vi.spyOn(AbortSignal, 'timeout').mockImplementation((ms) => {
      patience.push(ms);
      return AbortSignal.abort(new Error('it took too long'));
    });
    // a server that takes the request and never answers it
    vi.stubGlobal(
      'fetch',
      (_: string, { signal }: RequestInit) =>
        new Promise((_, fail) => (signal?.aborted ? fail(signal.reason) : signal?.addEventListener('abort', () => fail(signal.reason)))),
    );
    const mine = person('Ada');
    await keepLocally([mine]);
    await expect(synchronise()).rejects.toThrow('it took too long');
    expect(patience[0]).toBeGreaterThanOrEqual(10_000);
    vi.unstubAllGlobals();
    vi.restoreAllMocks();
    await synchronise(server.ask);
    expect(server.stored.map((r) => r.id)).toContain(mine.id);
  });
});
