import { describe, expect, it } from 'vitest';
import type { RecordOf } from '../contract/envelope';
import { speciesNamed } from './species-named';
import { record } from './test-everything';

const list = [
  ['SP', 'Scots pine'],
  ['BE', 'beech'],
  ['SP', 'Serbian spruce'],
  ['PO', 'Pyrenean oak'],
  ['NOT', 'ñire'],
].map(([code, name]) => record('species', { code, name, latin: null, figures: {} })) as unknown as RecordOf<'species'>[];
const name = (text: string, of = list) => {
  const found = speciesNamed(text, of);
  return found?.ok ? found.species.body.name : (found?.reason ?? null);
};

describe('a species by letters', () => {
  it.each([
    ['be', 'beech'],
    ['po', 'Pyrenean oak'],
    ['oak', 'Pyrenean oak'],
    ['scots p', 'Scots pine'],
    ['Ñi', 'ñire'],
  ])('%s is %s', (text, wanted) => expect(name(text)).toBe(wanted));
  it('a code or a beginning of two is refused with both names', () => {
    expect(name('sp')).toMatch(/may be Scots pine or Serbian spruce/);
    expect(name('s')).toMatch(/Scots pine or Serbian spruce/);
  });
  it('what is no species is left to others', () => {
    for (const text of ['41', '12x', 'zz', '', '20m 80']) expect(name(text)).toBeNull();
  });
});
