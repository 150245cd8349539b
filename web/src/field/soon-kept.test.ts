// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { soonKept } from './soon-kept';

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

describe('what is written a moment later', () => {
  const written: string[] = [];
  const keeper = () => soonKept((what: string) => void written.push(what));
  beforeEach(() => {
    written.length = 0;
  });

  it('is the last of several, once', () => {
    const k = keeper();
    for (const what of ['1', '12', '12.5']) k.soon(what);
    expect(written).toEqual([]);
    vi.advanceTimersByTime(1000);
    expect(written).toEqual(['12.5']);
    vi.advanceTimersByTime(1000);
    k.now();
    expect(written).toEqual(['12.5']);
  });

  it('is there at once when the page is left, hidden, or asks for it', () => {
    const k = keeper();
    const stop = k.whenLeaving();
    k.soon('a');
    dispatchEvent(new Event('pagehide'));
    expect(written).toEqual(['a']);
    k.soon('b');
    document.dispatchEvent(new Event('visibilitychange'));
    // a page that is seen waits as before
    expect(written).toEqual(['a']);
    const hidden = vi.spyOn(document, 'visibilityState', 'get').mockReturnValue('hidden');
    document.dispatchEvent(new Event('visibilitychange'));
    expect(written).toEqual(['a', 'b']);
    hidden.mockRestore();
    k.soon('c');
    stop();
    expect(written).toEqual(['a', 'b', 'c']);
    k.soon('d');
    dispatchEvent(new Event('pagehide'));
    expect(written).toEqual(['a', 'b', 'c']);
    vi.advanceTimersByTime(1000);
    expect(written).toEqual(['a', 'b', 'c', 'd']);
  });

  it('may be changed by the writing itself, and nothing is lost', () => {
    const k = soonKept((what: string) => {
      written.push(what);
      if (what === 'first') k.soon('second');
    });
    k.soon('first');
    vi.advanceTimersByTime(1000);
    expect(written).toEqual(['first', 'second']);
  });
});
