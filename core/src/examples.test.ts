import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { describe, expect, it } from 'vitest';

/** Runs every `@example call // result` of the docblocks: what the documentation says is what the code does. */
const here = dirname(fileURLToPath(import.meta.url));
const sources = readdirSync(here, { recursive: true, encoding: 'utf8' }).filter(
  (f) => f.endsWith('.ts') && !/(\.test\.ts|(^|\/)test-[\w-]+\.ts)$/.test(f),
);
/** Whatever the core's files hand on, to outside or to each other. */
const core: Record<string, unknown> = {};
for (const file of sources) Object.assign(core, await import(pathToFileURL(join(here, file)).href));
const examples = sources.flatMap((file) =>
  [...readFileSync(join(here, file), 'utf8').matchAll(/@example (.+?) \/\/ (.+?)(?: \*\/)?$/gm)].map((m) => ({
    file,
    call: m[1] as string,
    result: m[2] as string,
  })),
);

describe('documentation examples', () => {
  it('are there', () => expect(examples.length).toBeGreaterThan(12));
  it.each(examples)('$file: $call', ({ call, result }) => {
    const run = (code: string) => new Function(...Object.keys(core), `return (${code});`)(...Object.values(core)) as unknown;
    const expected = run(result);
    expect(run(call)).toEqual(typeof expected === 'number' ? expect.closeTo(expected, 12) : expected);
  });
});
