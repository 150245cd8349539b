// What the built application sends, and how small.
import fs from 'node:fs';
import path from 'node:path';
import { expect, it } from 'vitest';
import { ensureBuild, ROOT } from './install.mjs';
import { askRaw } from './test-requests.mjs';
import { withServer } from './with-server.mjs';

it('pages, their files and answers come compressed where that can be read, the same as they were', async () => {
  ensureBuild();
  await withServer(async (address) => {
    const ask = (path, init = {}) => askRaw(path, { address, ...init });
    const [, script] = (await ask('/measure')).text.match(/modulepreload" href="(\/_astro\/[^"]+\.js)"/);
    for (const path of [script, '/measure', '/api/v1/openapi.json']) {
      const plain = await ask(path);
      expect(plain.headers['content-encoding']).toBeUndefined();
      const sent = await fetch(`${address}${path}`, { headers: { 'accept-encoding': 'br' } });
      expect([path, sent.headers.get('content-encoding'), sent.headers.get('vary')]).toEqual([path, 'br', 'Accept-Encoding']);
      expect(sent.headers.get('content-type')).toBe(plain.headers['content-type']);
      expect(await sent.text()).toBe(plain.text);
    }
    // a file whose name bears its hash is asked for once, and comes through the same door
    const file = path.join(ROOT, 'web/dist/client', script);
    for (const [headers, size] of [
      [{}, fs.statSync(file).size],
      [{ 'accept-encoding': 'gzip, br' }, fs.statSync(`${file}.br`).size],
    ]) {
      const { status, headers: said } = await ask(script, { headers });
      expect([status, said['cache-control'], said['x-content-type-options'], said['content-length']]).toEqual([
        200,
        'public, max-age=31536000, immutable',
        'nosniff',
        String(size),
      ]);
    }
    // a part of a file is a part of the file itself, never of what it is compressed to
    const bytes = fs.readFileSync(file);
    for (const headers of [{}, { 'accept-encoding': 'gzip, br' }]) {
      const part = await ask(script, { headers: { ...headers, range: 'bytes=10-29' } });
      expect([part.status, part.text, part.headers['content-encoding'], part.headers['content-range']]).toEqual([
        206,
        bytes.subarray(10, 30).toString(),
        undefined,
        `bytes 10-29/${bytes.length}`,
      ]);
      const beyond = await ask(script, { headers: { ...headers, range: 'bytes=99999999-' } });
      expect([beyond.status, beyond.headers['content-range'], beyond.headers['content-type']]).toEqual([
        416,
        `bytes */${bytes.length}`,
        'application/problem+json',
      ]);
      for (const when of [{ 'if-match': '"another"' }, { 'if-unmodified-since': 'Mon, 01 Jan 2001 00:00:00 GMT' }]) {
        const { status, headers: said } = await ask(script, { headers: { ...headers, ...when } });
        expect([status, said['content-type'], said['cache-control'], said.etag]).toEqual([
          412,
          'application/problem+json',
          'no-store',
          undefined,
        ]);
      }
      const { etag } = (await ask(script, { headers })).headers;
      expect((await ask(script, { headers: { ...headers, 'if-none-match': etag } })).status).toBe(304);
    }
    for (const headers of [{}, { 'accept-encoding': 'br' }]) {
      expect((await ask('/_astro/nothing.js', { headers })).status).toBe(404);
      expect((await ask('/_astro/../../server/entry.mjs', { headers })).status).toBe(404);
    }
    const posted = await ask(script, { method: 'POST', headers: { origin: address } });
    expect([posted.status, posted.headers['content-type']]).toEqual([405, 'application/problem+json']);
  });
});
