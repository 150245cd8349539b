import { v7 } from 'uuid';

/** So many trees stand on the plot. */
const TREES = 200;

/** A survey with one plot and its trees, as a device makes them. */
function fullPlot(protocol) {
  const at = '2026-11-25T10:00:00.000Z';
  const records = [];
  const make = (kind, body, schema = 1) => {
    const id = v7();
    records.push({ id, entity: id, supersedes: null, kind, schema, device: 'bench', person: null, at, body });
    return id;
  };
  const design = { rule: { kind: 'circle', radius: 25 }, north: 'true' };
  const survey = make('survey', { name: 'One full plot', kind: 'fixed-plots', protocol, place: null, design });
  const plot = make('plot', { survey, name: '1' });
  for (let i = 0; i < TREES; i++) {
    const place = { value: 2 + ((i * 7.3) % 22), unit: 'm', along: 'level', to: 'axis', by: 'tape', bearing: (i * 137.5) % 360 };
    const tree = make('tree', { survey, plot, tag: `1·${String(i + 1).padStart(2, '0')}`, place });
    const stem = make('stem', { tree, number: 1 });
    const visit = make('visit', { tree, on: '2026-11-25' });
    const determination = make('determination', { stem, visit, quantity: 'dbh', method: 'tape', protocol }, 2);
    const read = { kind: 'diameter', tool: 'diameter-tape', value: 12 + ((i * 3.7) % 40), unit: 'cm' };
    make('reading', { stem, visit, determination, shot: 1, typed: 'x', read });
  }
  return { records, survey, plot };
}

/** Adds trees to a plot that has two hundred; ms from Enter to the frame in which the plan shows the new one, of each. */
export async function plotRedrawn(browser, address, times) {
  const shared = await (await fetch(`${address}/api/v1/sync?scope=shared&limit=1000`)).json();
  const protocol = shared.records.find((r) => r.kind === 'protocol').id;
  const { records, survey, plot } = fullPlot(protocol);
  for (let i = 0; i < records.length; i += 500) {
    await fetch(`${address}/api/v1/sync`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-arbolito': 'bench' },
      body: JSON.stringify({ records: records.slice(i, i + 500) }),
    });
  }
  const page = await browser.newPage({ viewport: { width: 390, height: 700 }, locale: 'en-GB' });
  await page.goto(`${address}/plots?survey=${survey}&plot=${plot}`);
  await page.waitForFunction((n) => document.querySelectorAll('[data-tree]').length >= n, TREES);
  await page.waitForTimeout(2000);
  const all = [];
  for (let i = 0; i < times; i++) {
    for (const [name, text] of [
      ['diameter', String(20 + i)],
      ['distance', String(3 + i)],
      ['bearing', String((i * 41) % 360)],
    ])
      await page.locator(`[name=${name}]`).fill(text);
    all.push(
      await page.evaluate(
        () =>
          new Promise((done) => {
            const before = document.querySelectorAll('[data-tree]').length;
            const began = performance.now();
            new MutationObserver((_, watch) => {
              if (document.querySelectorAll('[data-tree]').length <= before) return;
              watch.disconnect();
              requestAnimationFrame(() => done(performance.now() - began));
            }).observe(document.body, { childList: true, subtree: true });
            document.querySelector('[data-tree-here]').requestSubmit();
          }),
      ),
    );
    await page.waitForTimeout(300);
  }
  await page.close();
  return all;
}
