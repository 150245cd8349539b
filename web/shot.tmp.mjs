import { chromium } from '@playwright/test';

const args = [
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--no-sandbox',
];
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args });
const ctx = await b.newContext({ viewport: { width: 1280, height: 800 }, locale: 'en-GB' });
const p = await ctx.newPage();
p.on('console', (m) => ['error', 'warning'].includes(m.type()) && console.log('console:', m.text()));
p.on('pageerror', (e) => console.log('pageerror', e.message));
await p.goto('http://127.0.0.1:4321/');
await p.waitForTimeout(1500);
await p.screenshot({ path: '/tmp/shots/book.png' });
await p.goto('http://127.0.0.1:4321/measure');
await p.waitForTimeout(800);
await p.screenshot({ path: '/tmp/shots/m0.png' });
await p.keyboard.type('20m 80 -15');
await p.keyboard.press('Enter');
await p.waitForTimeout(500);
await p.screenshot({ path: '/tmp/shots/m1.png' });
await p.goto('http://127.0.0.1:4321/');
await p.waitForTimeout(500);
await p.click('text=Monte Umbrío');
await p.waitForTimeout(1000);
await p.screenshot({ path: '/tmp/shots/tally.png', fullPage: true });
await p.click('table[data-trees] tbody tr:nth-child(2) a');
await p.waitForTimeout(1000);
await p.screenshot({ path: '/tmp/shots/m2.png' });
const ph = await b.newContext({ viewport: { width: 390, height: 700 }, hasTouch: true, isMobile: true, locale: 'es-ES' });
const q = await ph.newPage();
q.on('console', (m) => ['error', 'warning'].includes(m.type()) && console.log('console:', m.text()));
await q.goto('http://127.0.0.1:4321/measure');
await q.waitForTimeout(1200);
await q.screenshot({ path: '/tmp/shots/p0.png' });
for (const k of ['Skip to distance', '2', '0', 'Keep', '8', '0', 'Keep']) {
  await q.locator('[data-pad] button', { hasText: k }).first().tap();
}
await q.waitForTimeout(300);
await q.screenshot({ path: '/tmp/shots/p1.png' });
await b.close();
