import { describe, expect, it } from 'vitest';
import { answering, HttpProblem, orProblem, readJson } from './http';

const request = (body: BodyInit | null, headers: Record<string, string> = { 'content-type': 'application/json' }) =>
  new Request('http://127.0.0.1/x', {
    method: 'POST',
    body,
    headers,
    ...(body instanceof ReadableStream ? { duplex: 'half' } : {}),
  } as RequestInit);
const code = async (work: Promise<unknown>) =>
  work.then(
    () => 'fine',
    (e: unknown) => (e instanceof HttpProblem ? e.code : String(e)),
  );

describe('reading a body', () => {
  it('gives its JSON', async () => {
    expect(await readJson(request('{"a": [1, "ñ"]}'), 100)).toEqual({ a: [1, 'ñ'] });
    // whether text can be kept is said field by field, by the contract
    expect(await readJson(request('["\\\\u0000", "\\u0000"]'), 100)).toEqual(['\\u0000', '\0']);
    expect(await readJson(request('{}', { 'content-type': 'application/json; charset=utf-8' }), 100)).toEqual({});
  });
  it.each([
    ['no JSON', '{', 'bad-json'],
    ['NaN', '[NaN]', 'bad-json'],
    ['nothing', '', 'bad-json'],
    ['too much', JSON.stringify('x'.repeat(200)), 'too-large'],
  ])('refuses %s', async (_, body, expected) => {
    expect(await code(readJson(request(body), 100))).toBe(expected);
  });
  it('refuses another content type and broken UTF-8', async () => {
    expect(await code(readJson(request('{}', { 'content-type': 'text/plain' }), 100))).toBe('wrong-type');
    expect(await code(readJson(request(new Uint8Array([0x22, 0xff, 0x22])), 100))).toBe('bad-json');
  });
  it('keeps nothing past the limit and soon stops reading, whatever length was claimed', async () => {
    let sent = 0;
    const endless = new ReadableStream<Uint8Array>({
      pull(controller) {
        sent += 1000;
        controller.enqueue(new Uint8Array(1000));
      },
    });
    expect(await code(readJson(request(endless), 10_000))).toBe('too-large');
    expect(sent).toBeLessThan(60_000);
  });
});

describe('answering', () => {
  it('passes an answer on and turns every error into a problem', async () => {
    expect((await answering(() => new Response('ok'))).status).toBe(200);
    const cases: [unknown, number][] = [
      [new HttpProblem('not-found', 'gone'), 404],
      [new TypeError('secret detail'), 500],
      [Object.assign(new Error('x'), { code: 'ECONNREFUSED' }), 503],
      [Object.assign(new Error('x'), { cause: { code: '57P01' } }), 503],
      [Object.assign(new Error('x'), { cause: new Error('Connection terminated unexpectedly') }), 503],
      [Object.assign(new Error('x'), { cause: { code: '08006' } }), 503],
    ];
    for (const [error, status] of cases) {
      const response = await answering(() => Promise.reject(error));
      expect(response.status).toBe(status);
      expect(response.headers.get('content-type')).toBe('application/problem+json');
      const text = await response.text();
      expect(text).not.toContain('secret');
      expect(JSON.parse(text)).toMatchObject({ status, type: expect.stringMatching(/^urn:arbolito:problem:/) });
    }
  });
  it('names the fields of a check that failed', () => {
    expect(orProblem({ ok: true, value: 7 })).toBe(7);
    expect(() => orProblem({ ok: false, errors: [{ field: 'a', value: 1, allowed: '2' }] })).toThrow(HttpProblem);
  });
});
