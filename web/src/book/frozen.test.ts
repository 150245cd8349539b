import path from 'node:path';
import { demoRecords } from '@arbolito/demo';
import { describe, expect, it } from 'vitest';
import { againstFrozen, fingerprint, shown } from '../../../core/src/practice/test-frozen';
import type { AnyRecord } from '../contract/envelope';
import { Book } from './book';
import { tallyOf } from './summary';

describe('results that were frozen', () => {
  it('of the demo surveys, as the book derives them, are what they were', () => {
    const book = new Book(demoRecords().records as unknown as AnyRecord[]);
    const lines: string[] = [];
    for (const survey of book.all('survey')) {
      const tally = tallyOf(book, survey.id);
      if (!tally) throw new Error(`${survey.body.name} has no tally`);
      lines.push([survey.body.name, 'sums', tally.rows.length, tally.withHeight, fingerprint(tally.sums)].join('\t'));
      for (const { tag, result, findings, trouble } of tally.rows) {
        if (!result) throw new Error(`${tag} is not derived`);
        const codes = findings.map((f) => f.code).join(',') || 'none';
        const figures = [shown(result.dbh), shown(result.height), shown(result.cubic)];
        lines.push([survey.body.name, tag, ...figures, codes, fingerprint([result, findings, trouble])].join('\t'));
      }
    }
    expect(lines.length).toBe(4 + 17 + 12 + 26 + 62);
    expect(againstFrozen(path.join(import.meta.dirname, 'frozen.tsv'), lines)).toEqual([]);
  });
});
