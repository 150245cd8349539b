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

  it('has one front door with every name once', () => {
    expect(Object.keys(core).length).toBeGreaterThan(50);
    const index = readFileSync(join(here, 'index.ts'), 'utf8');
    expect(index).not.toMatch(/export \*/);
  });
});
