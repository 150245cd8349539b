// A server of its own for all tests of a file, and what they ask of it.
import { afterAll, beforeAll, expect } from 'vitest';
import { ensureBuild } from './install.mjs';
import { askRaw } from './test-requests.mjs';
import { withServer } from './with-server.mjs';

/** @returns what `withServer` says of it, with `address` and the process that serves at first; there once the tests run */
export function ownServer() {
  const server = {};
  let end;
  let running;
  beforeAll(async () => {
    ensureBuild();
    await new Promise((ready, fail) => {
      running = withServer(async (address, started) => {
        Object.assign(server, { address, ...started, web: await started.webPid() });
        await new Promise((stop) => {
          end = stop;
          ready();
        });
      });
      running.catch(fail);
    });
  });
  afterAll(async () => {
    end?.();
    await running;
  });
  return server;
}

export const json = { 'content-type': 'application/json' };
/** Asks a server, by a request as raw as Node lets it be. */
export const asker =
  (server) =>
  (path, init = {}) =>
    askRaw(path, { address: server.address, ...init });

/** That an answer is a problem in words. */
export const isProblem = ({ status, headers, text }, expected) => {
  expect(status).toBe(expected);
  expect(headers['content-type']).toBe('application/problem+json');
  expect(JSON.parse(text)).toMatchObject({
    status: expected,
    title: expect.any(String),
    detail: expect.stringMatching(/\w+ .*\w+/),
    errors: [],
  });
};

/** The figures of a survey, once they are worked out. */
export async function resultsOf(server, survey, query = '') {
  for (let i = 0; i < 100; i++) {
    const answer = await fetch(`${server.address}/api/v1/surveys/${survey}/results${query}`);
    if (answer.status !== 202) return answer;
    await new Promise((r) => setTimeout(r, 200));
  }
  return expect.unreachable(`the figures of ${survey} are not worked out after 20 s`);
}
