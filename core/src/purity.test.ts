import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import * as core from './index';

const here = dirname(fileURLToPath(import.meta.url));
const sources = readdirSync(here, { recursive: true, encoding: 'utf8' }).filter(
  (f) => f.endsWith('.ts') && !/(\.test\.ts|(^|\/)test-[\w-]+\.ts)$/.test(f),
);

describe('the core', () => {
  it.each(sources)('%s knows no clock, chance, network, screen or process', (file) => {
    const code = readFileSync(join(here, file), 'utf8').replace(/\/\*[\s\S]*?\*\/|\/\/.*$/gm, '');
    expect(code.match(/\b(Date\b|Math\.random|fetch\(|document\.|window\.|process\.|console\.|localStorage|setTimeout)/)).toBeNull();
  });

  it.each(sources.filter((f) => !/index\.ts$/.test(f)))('%s documents every function it exports', (file) => {
    const code = readFileSync(join(here, file), 'utf8');
    for (const m of code.matchAll(/^export function (\w+)/gm)) {
      const before = code.slice(0, m.index).trimEnd();
      expect(before.endsWith('*/'), `${m[1]} has a docblock`).toBe(true);
    }
  });

  // what outside may call is told apart from what only the core's own files share
  const handedOn = new Set(Object.entries(core).flatMap(([name, value]) => (typeof value === 'function' ? [name] : [])));
  const FORMULAS = /^(units|diameter|height|volume|kit)\//;
  it.each(sources)('%s says of what it hands on: a sentence, parameters, result, errors, an example of a formula', (file) => {
    const code = readFileSync(join(here, file), 'utf8');
    const lacking: string[] = [];
    for (const m of code.matchAll(/^export (?:function|class|const) (\w+)/gm)) {
      const name = m[1] as string;
      if (!handedOn.has(name)) continue;
      const before = code.slice(0, m.index).trimEnd();
      const doc = before.endsWith('*/') ? before.slice(before.lastIndexOf('/**')) : '';
      const end = code.indexOf('\n}\n', m.index);
      const body = code.slice(m.index, end < 0 ? undefined : end);
      const asks = (part: string, wanted: boolean) => wanted && !doc.includes(part) && lacking.push(`${name}: ${part}`);
      asks('/**', true);
      if (!m[0].includes('function')) continue;
      asks('@param', true);
      asks('@returns', true);
      asks('@throws', /\bthrow |\brequire(Above|From|Finite)\(/.test(body));
      asks('@example', FORMULAS.test(file));
    }
    expect(lacking).toEqual([]);
  });

  it('has one front door with every name once', () => {
    expect(Object.keys(core).length).toBeGreaterThan(50);
    const index = readFileSync(join(here, 'index.ts'), 'utf8');
    expect(index).not.toMatch(/export \*/);
  });
});
