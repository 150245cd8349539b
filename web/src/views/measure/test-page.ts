import 'fake-indexeddb/auto';
import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, expect, vi } from 'vitest';
import type { Thing } from '../../book/things';
import type { MeasureModel } from './use-measure';

/** The view as a freshly opened page has it, with the server gone. */
export async function openPage() {
  vi.resetModules();
  const [{ useMeasure }, { bookStore }] = await Promise.all([import('./use-measure'), import('../../field/book-store')]);
  const { result, unmount } = renderHook(() => useMeasure());
  await vi.waitFor(() => expect(result.current).toMatchObject({ ready: true, checked: true }), { timeout: 60_000 });
  const m = () => result.current;
  const run = (action: (now: MeasureModel) => void) => act(() => action(m()));
  return {
    m,
    run,
    unmount,
    /** Typed and kept, one after the other. */
    keys: (...texts: readonly string[]) => {
      for (const text of texts) {
        run((x) => x.type(text));
        run((x) => x.enter());
      }
    },
    readings: (): readonly Thing<'reading'>[] => bookStore.snapshot().book.all('reading'),
  };
}
export type Page = Awaited<ReturnType<typeof openPage>>;

/** Each test begins on a device that knows nothing, without a network. */
export function cleanSlate() {
  beforeEach(() => {
    vi.stubGlobal('fetch', () => Promise.reject(new Error('no network')));
    localStorage.clear();
    sessionStorage.clear();
    localStorage.setItem('arbolito.preferences', JSON.stringify({ units: 'metric' }));
    history.replaceState(null, '', '/measure');
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });
}
