import { expect, test } from '@playwright/test';

const post = (body: string, headers: Record<string, string> = {}) => ({
  data: body,
  headers: { 'content-type': 'application/json', ...headers },
});

test('every error is a problem that says what to do, and none is a success', async ({ request, baseURL }) => {
  const derive = '/api/v1/derive';
  for (const [path, options, status] of [
    [derive, post('{"trees": [NaN]}'), 400],
    [derive, post('{'), 400],
    [derive, post('[]'), 400],
    [derive, post('{}'), 400],
    [derive, post('{"preset":"monitoring","trees":[{"readings":[{"kind":"logs","value":1e999}]}]}'), 200],
    [derive, post(JSON.stringify({ pad: 'x'.repeat(20_000_000) })), 413],
    [derive, post('{}', { 'content-type': 'text/plain' }), 415],
    [derive, post('{}', { origin: 'http://elsewhere.example' }), 403],
    ['/api/v1/sync', post('{}', { origin: 'http://elsewhere.example' }), 403],
    ['/api/v1/sync', post('{"records": [{}]}'), 403],
    ['/api/v1/sync', post('{"records": []}', { origin: baseURL ?? '' }), 400],
    ['/api/v1/sync', post('{"records": []}', { 'x-arbolito': 'a script' }), 400],
    ['/api/v1/nothing', post('{}', { origin: baseURL ?? '' }), 404],
  ] as const) {
    const response = await request.post(path, options);
    expect(response.status(), `${path} ${options.data.slice(0, 60)}`).toBe(status);
    if (status === 200) {
      expect((await response.json()).trees).toMatchObject([{ ok: false, errors: [{ field: 'trees[0].readings[0].value' }] }]);
      continue;
    }
    expect(response.headers()['content-type']).toContain('application/problem+json');
    expect(await response.json()).toMatchObject({
      status,
      title: expect.any(String),
      detail: expect.any(String),
      errors: expect.any(Array),
    });
  }
  const wrongMethod = await request.get(derive);
  expect(wrongMethod.status()).toBe(405);
  expect(wrongMethod.headers().allow).toBe('POST');
  expect((await request.get('/api/v1/sync?scope=shared&after=x')).status()).toBe(400);
  expect((await request.get('/api/v1/sync?scope=shared&limit=5000')).status()).toBe(400);
  // a page of before there were scopes is told to reload, and keeps what it has
  const old = await request.get('/api/v1/sync?after=0&limit=500');
  expect([old.status(), JSON.stringify(await old.json())]).toEqual([400, expect.stringContaining('reload')]);
  expect((await request.get('/api/v1/sync?scope=01923c5e-7d11-7aaa-8bbb-0123456789ab')).status()).toBe(404);
  expect((await request.get('/api/v1/sync?scope=shared&after=01923c5e-7d11-7aaa-8bbb-0123456789ab.1')).status()).toBe(409);
  expect(baseURL).toContain('127.0.0.1');
});

test('the description is served, its examples work, and pulling goes page by page', async ({ request }) => {
  const api = await (await request.get('/api/v1/openapi.json')).json();
  expect(api.openapi).toBe('3.1.0');
  const { examples } = api.paths['/api/v1/derive'].post.requestBody.content['application/json'];
  for (const { value } of Object.values(examples) as { value: unknown }[]) {
    const answer = await (await request.post('/api/v1/derive', { data: value })).json();
    expect(answer.trees.every((t: { ok: boolean }) => t.ok)).toBe(true);
  }
  const page = await (await request.get('/api/v1/sync?scope=shared&limit=7')).json();
  expect(page.records).toHaveLength(7);
  expect(page.more).toBe(true);
});

test('pages carry a policy without inline scripts of others', async ({ page }) => {
  const refused: string[] = [];
  page.on('console', (m) => m.type() === 'error' && refused.push(m.text()));
  const response = await page.goto('/');
  const header = response?.headers()['content-security-policy'] ?? '';
  const meta = await page.evaluate(
    () => document.querySelector('meta[http-equiv="content-security-policy" i]')?.getAttribute('content') ?? '',
  );
  const policy = header || meta;
  expect(policy).toContain("default-src 'self'");
  expect(policy.match(/script-src[^;]*/)?.[0]).not.toContain('unsafe-inline');
  await page.evaluate(() => {
    const s = document.createElement('script');
    s.textContent = 'window.intruder = true';
    document.head.append(s);
  });
  expect(await page.evaluate(() => 'intruder' in window)).toBe(false);
  expect(refused.length).toBeGreaterThan(0);
});

test('the service worker may ask this server, and nobody else', async ({ request }) => {
  const worker = await request.get('/service-worker.js');
  expect(worker.headers()['content-security-policy']).toMatch(/^default-src 'none';.*connect-src 'self'$/);
  // a worker has the policy of its script's own answer: what it loads when it is needed is of this server
  expect((await request.get('/display.js')).headers()['content-security-policy']).toMatch(/^default-src 'none';.*script-src 'self'$/);
  expect((await request.get('/icon.svg')).headers()['content-security-policy']).not.toContain('connect-src');
  const manifest = (await (await request.get('/manifest.webmanifest')).json()) as { icons: { src: string }[] };
  for (const { src } of manifest.icons) expect((await request.get(src)).status(), src).toBe(200);
});

test('a page opens a second time, when the server only says that it has not changed', async ({ page, request }) => {
  const blocked: string[] = [];
  page.on('console', (m) => /Content Security Policy/.test(m.text()) && blocked.push(m.text()));
  for (let time = 0; time < 2; time++) {
    await page.goto('/trees');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('No such survey');
  }
  expect(blocked).toEqual([]);
  await page.goto('/tally?survey=none');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('No such survey');
  expect((await request.get('/nowhere')).status()).toBe(404);
});
