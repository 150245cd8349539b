/** A page that is not shown paints nothing; a frame takes no longer than this where it is. */
const LONGEST_FRAME = 60;

/**
 * Once what was just changed has been painted, or at once where nothing is: work that nobody sees does not stand between a
 * key and the screen.
 */
export function afterPaint(): Promise<void> {
  if (typeof requestAnimationFrame === 'undefined' || document.visibilityState === 'hidden') return Promise.resolve();
  return new Promise((done) => {
    const timeout = setTimeout(done, LONGEST_FRAME);
    requestAnimationFrame(() => {
      // a frame's callbacks come before it is painted, a message after
      const { port1, port2 } = new MessageChannel();
      port1.onmessage = () => {
        clearTimeout(timeout);
        port1.close();
        done();
      };
      port2.postMessage(null);
    });
  });
}
