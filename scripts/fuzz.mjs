// Sends what nobody should: every endpoint and method, with sound requests spoiled at random, from a seed.
import { chance } from './chance.mjs';
import { pullAll } from './pull-all.mjs';

const NASTY = [
  null,
  true,
  0,
  -0,
  -1,
  0.1,
  1e308,
  2 ** 53,
  '',
  'x',
  ' ',
  '\0',
  '\\u0000',
  '\ud800',
  '\u202e',
  'constructor',
  '__proto__',
  'toString',
  'x'.repeat(5000),
  '2026-02-30',
  '2026',
  '2026-W07',
  '+275760-09-13T00:00:00.000Z',
  "'; drop table record; --",
  [],
  {},
  [[]],
  [null],
  { kind: null },
  { kind: 'constructor' },
  { toString: 1 },
];
/** Text in the place of a value, for what JSON.stringify would not write. */
const RAW = [
  '1e999',
  '-1e999',
  '{"__proto__":{"a":1}}',
  '{"constructor":1}',
  `${'['.repeat(3000)}${']'.repeat(3000)}`,
  '"\\ud800"',
  '"\\u0000"',
  'NaN',
  '{"a":1,"a":2}',
];
const METHODS = ['GET', 'POST', 'PUT', 'PATCH', 'DELETE', 'HEAD', 'OPTIONS'];
const PATHS = [
  '/',
  '/measure',
  '/tally',
  '/trees',
  '/kit',
  '/nothing',
  '/display.js',
  '/_image',
  '/api/v1/',
  '/api/v1/derive',
  '/api/v1/sync',
  '/api/v1/surveys',
  '/api/v1/openapi.json',
  '/api/v1/surveys/SURVEY/results',
  '/icon.svg',
  '/book/',
];
const QUERIES = [
  '',
  '?after=0',
  '?after=-1',
  '?after=x',
  '?after=1e9',
  '?limit=0',
  '?scope=shared',
  '?scope=shared&limit=1001',
  '?scope=shared&limit=3',
  '?scope=shared&after=0',
  '?scope=01923c5e-7d11-7aaa-8bbb-0123456789ab',
  '?scope=shared&scope=x',
  '?__proto__=1',
  '?after[]=1',
  '?%00',
  '?a=%FF',
  '?tree=__proto__',
  '?errors=0.0001',
  '?errors=0,1',
  '?errors=1e-9',
  '?confidence=99.99&errors=0.0001,99&intervals=all',
  '?confidence=50.0001',
  '?confidence=Infinity',
  '?units=us&intervals=all',
];
/** Of files: what is asked of parts and of states. */
const OF_FILES = [
  {},
  { range: 'bytes=0-9' },
  { range: 'bytes=99999999-' },
  { range: 'bytes=9-3' },
  { range: 'x' },
  { 'if-match': '"x"' },
  { 'if-none-match': '*' },
  { 'if-modified-since': 'never' },
  { 'if-unmodified-since': 'Mon, 01 Jan 2001 00:00:00 GMT' },
  { 'accept-encoding': 'br', range: 'bytes=1-' },
];

/**
 * Fuzzes a running server.
 * @param address of the server, with the demo in it
 * @param seed of all chance, `requests` how many
 * @returns what was seen: counts, the longest answer, how long a small question beside all of them waited at most, and in
 *   `wrong` whatever should not have been
 */
export async function fuzz(address, { seed, requests }) {
  const random = chance(seed);
  const pick = (list) => list[Math.floor(random() * list.length)];
  const hex = (n) => Array.from({ length: n }, () => Math.floor(random() * 16).toString(16)).join('');
  const newId = () => `019a${hex(4)}-${hex(4)}-7${hex(3)}-${pick(['8', '9', 'a', 'b'])}${hex(3)}-${hex(12)}`;
  const seen = { requests: 0, statuses: {}, records: {}, longest: 0, beside: 0, wrong: [] };
  const wrong = (what) => seen.wrong.length < 50 && seen.wrong.push(what);

  async function ask(path, init = {}) {
    const t = performance.now();
    try {
      const answer = await fetch(address + path, { ...init, headers: { 'x-arbolito': 'fuzz', ...init.headers }, redirect: 'manual' });
      const text = await answer.text();
      const status = answer.status;
      seen.requests++;
      seen.statuses[status] = (seen.statuses[status] ?? 0) + 1;
      const said = `${init.method ?? 'GET'} ${path} ${String(init.body ?? '').slice(0, 300)} → ${status} ${text.slice(0, 200)}`;
      if (status >= 500) wrong(said);
      const type = answer.headers.get('content-type') ?? '';
      if (status >= 400 && path.startsWith('/api/') && init.method !== 'HEAD' && !type.startsWith('application/problem+json'))
        wrong(`no problem+json: ${said}`);
      return { status, text };
    } catch (e) {
      wrong(`${init.method ?? 'GET'} ${path} ${String(init.body ?? '').slice(0, 300)} → ${e.cause?.code ?? e.message}`);
      return { status: 0, text: '' };
    } finally {
      seen.longest = Math.max(seen.longest, performance.now() - t);
    }
  }

  /** The same with one to three places of it spoiled, as text. */
  function spoil(value) {
    let copy = structuredClone(value);
    const raws = [];
    for (let i = 1 + Math.floor(random() * 3); i > 0; i--) {
      const places = [];
      const walk = (v, depth) => {
        if (typeof v !== 'object' || v === null || depth > 8) return;
        for (const key of Object.keys(v)) {
          places.push([v, key]);
          walk(v[key], depth + 1);
        }
      };
      walk(copy, 0);
      if (places.length === 0) break;
      const [at, key] = pick(places);
      const how = random();
      if (how < 0.5) at[key] = structuredClone(pick(NASTY));
      else if (how < 0.65) {
        raws.push(pick(RAW));
        at[key] = `raw ${raws.length - 1} raw`;
      } else if (how < 0.8) delete at[key];
      else if (how < 0.9) at[pick(['hat', 'constructor', 'toString', 'kind', 'seq', 'scope', ''])] = structuredClone(pick(NASTY));
      else copy = random() < 0.1 ? structuredClone(pick(NASTY)) : copy;
    }
    return (JSON.stringify(copy) ?? 'null').replace(/"raw (\d+) raw"/g, (_, i) => raws[Number(i)]);
  }

  const api = JSON.parse((await ask('/api/v1/openapi.json')).text);
  const examples = Object.values(api.paths['/api/v1/derive'].post.requestBody.content['application/json'].examples).map((e) => e.value);
  const get = async (path) => JSON.parse((await ask(path)).text);
  const there = await pullAll(get);
  const total = there.length;
  const samples = there.slice(0, 2000);
  const anew = () => {
    const { seq: _, scope: __, ...record } = structuredClone(pick(samples.filter((r) => r.supersedes === null)));
    record.id = newId();
    record.entity = record.id;
    return record;
  };
  const surveys = there.filter((r) => r.kind === 'survey').map((r) => r.id);
  const json = { 'content-type': 'application/json' };
  let over = false;
  const beside = (async () => {
    while (!over) {
      const t = performance.now();
      const { status } = await fetch(`${address}/api/v1/surveys?limit=1`).catch(() => ({ status: 0 }));
      if (status !== 200) wrong(`a small question beside the others → ${status}`);
      seen.beside = Math.max(seen.beside, performance.now() - t);
      await new Promise((r) => setTimeout(r, 100));
    }
  })();
  let stored = 0;
  for (let i = 0; i < requests; i++) {
    const kind = random();
    if (kind < 0.45) {
      // two good ones around one that is spoiled: they are stored whatever becomes of it
      const [before, after] = [anew(), anew()];
      const bad = spoil(anew());
      const { status, text } = await ask('/api/v1/sync', {
        method: 'POST',
        headers: json,
        body: `{"records":[${JSON.stringify(before)},${bad},${JSON.stringify(after)}]}`,
      });
      if (status === 200) {
        const { answers } = JSON.parse(text);
        for (const a of answers) seen.records[a.status] = (seen.records[a.status] ?? 0) + 1;
        stored += answers.filter((a) => a.status === 'stored').length;
        if (answers[0].status !== 'stored' || answers[2].status !== 'stored')
          wrong(`neighbours of ${bad.slice(0, 300)}: ${text.slice(0, 300)}`);
        if (answers[1].status === 'refused' && !answers[1].errors.every((e) => e.field && /\w{2,}/.test(e.allowed)))
          wrong(`no reason: ${text.slice(0, 300)}`);
      } else if (!/NaN/.test(bad)) wrong(`a batch refused whole: ${bad.slice(0, 300)} → ${text.slice(0, 200)}`);
    } else if (kind < 0.8) {
      const body = spoil(pick(examples));
      const { status, text } = await ask('/api/v1/derive', { method: 'POST', headers: json, body });
      if (status === 200 && text.length > 60_000 + 60 * body.length) wrong(`an answer of ${text.length} to ${body.slice(0, 300)}`);
      if (status === 200 && /NaN|Infinity/.test(text.replace(/"[^"]*"/g, ''))) wrong(`no number: ${body.slice(0, 300)}`);
    } else {
      const method = pick(METHODS);
      const body =
        method === 'GET' || method === 'HEAD'
          ? {}
          : { body: random() < 0.5 ? spoil(pick(examples)).slice(0, Math.floor(random() * 400)) : pick(RAW) };
      await ask(pick(PATHS).replace('SURVEY', pick(surveys)) + pick(QUERIES), {
        method,
        ...body,
        headers: {
          ...(random() < 0.7
            ? json
            : { 'content-type': pick(['text/plain', '', 'application/json; charset=latin1', 'multipart/form-data']) }),
          ...pick(OF_FILES),
        },
      });
    }
  }
  over = true;
  await beside;
  // nothing but what was told stored has come in
  const now = (await pullAll(get)).length;
  if (now !== total + stored) wrong(`${total} records were there, ${stored} were told stored, ${now} are there`);
  return seen;
}
