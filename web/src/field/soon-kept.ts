/** Longer than two keys are apart, shorter than anyone notices. */
const SOON = 200;

/**
 * Writes something a moment after it changes, so that no key waits for it, and at once when the page is left.
 * @returns `soon` to have it written, `now` to write what waits, `whenLeaving` to listen until the function it gives is called
 */
export function soonKept<T>(write: (what: T) => void) {
  let pending: { readonly what: T } | null = null;
  const now = () => {
    const waits = pending;
    pending = null;
    if (waits) write(waits.what);
  };
  return {
    soon(what: T) {
      if (!pending) setTimeout(now, SOON);
      pending = { what };
    },
    now,
    whenLeaving() {
      const hidden = () => document.visibilityState === 'hidden' && now();
      addEventListener('pagehide', now);
      document.addEventListener('visibilitychange', hidden);
      return () => {
        removeEventListener('pagehide', now);
        document.removeEventListener('visibilitychange', hidden);
        now();
      };
    },
  };
}
