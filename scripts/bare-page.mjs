// A page that nobody watches: what follows a page for tests has a stack trace made of each of its requests, and slowed
// fourfold that alone is a fifth of what opening takes.

/** A page in the browser's own context, which a test's contexts neither see nor share a store with. */
export async function barePage(browser) {
  const cdp = await browser.newBrowserCDPSession();
  const { targetId } = await cdp.send('Target.createTarget', { url: 'about:blank' });
  const { sessionId } = await cdp.send('Target.attachToTarget', { targetId, flatten: false });
  const waiting = new Map();
  let last = 0;
  cdp.on('Target.receivedMessageFromTarget', ({ message }) => {
    const { id, result, error } = JSON.parse(message);
    waiting.get(id)?.(error ? Promise.reject(new Error(error.message)) : result);
    waiting.delete(id);
  });
  const send = async (method, params = {}) => {
    last++;
    const answer = new Promise((done) => waiting.set(last, done));
    await cdp.send('Target.sendMessageToTarget', { sessionId, message: JSON.stringify({ id: last, method, params }) });
    return answer;
  };
  const evaluate = async (expression) => {
    const { result, exceptionDetails } = await send('Runtime.evaluate', { expression, awaitPromise: true, returnByValue: true });
    if (exceptionDetails) throw new Error(exceptionDetails.exception?.description ?? exceptionDetails.text);
    return result.value;
  };
  return {
    send,
    evaluate,
    /** Looks ten times a second until the expression is true. */
    async until(expression, ms = 120_000) {
      for (const end = Date.now() + ms; !(await evaluate(expression)); await new Promise((r) => setTimeout(r, 100)))
        if (Date.now() > end) throw new Error(`not in ${ms} ms: ${expression}`);
    },
    async close() {
      await cdp.send('Target.closeTarget', { targetId });
      await cdp.detach();
    },
  };
}
