// @vitest-environment happy-dom
import { act, renderHook } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import { useToday } from './use-today';

afterEach(() => vi.useRealTimers());

it('goes through midnight on a page that stays open, and back with a clock that is put right', () => {
  vi.useFakeTimers();
  vi.setSystemTime(new Date(2026, 4, 31, 23, 58));
  const { result, unmount } = renderHook(() => useToday());
  expect(result.current).toBe('2026-05-31');
  act(() => vi.advanceTimersByTime(3 * 60_000));
  expect(result.current).toBe('2026-06-01');
  vi.setSystemTime(new Date(2026, 4, 30, 12));
  act(() => vi.advanceTimersByTime(60_000));
  expect(result.current).toBe('2026-05-30');
  unmount();
  expect(vi.getTimerCount()).toBe(0);
});
