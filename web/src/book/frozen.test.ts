import path from 'node:path';
import { demoRecords } from '@arbolito/demo';
import { describe, expect, it } from 'vitest';
import { againstFrozen, fingerprint, shown } from '../../../core/src/practice/test-frozen';
import type { AnyRecord } from '../contract/envelope';
import { Book } from './book';
import { treeOutcome } from './outcome';
import { sheetOf } from './summary';
import { findingsIn } from './tree-row';

describe('results that were frozen', () => {
  it('of the demo surveys, as the book derives them, are what they were', () => {
    const book = new Book(demoRecords().records as unknown as AnyRecord[]);
    const lines: string[] = [];
    for (const survey of book.all('survey')) {
      const sheet = sheetOf(book, survey.entity);
      if (!sheet) throw new Error(`${survey.body.name} has no sheet`);
      const { head, rows } = sheet;
      lines.push([survey.body.name, 'sums', rows.length, head.withHeight, fingerprint(head.sums)].join('\t'));
      for (const row of rows) {
        const { tag, trouble, id } = row;
        const tree = book.tree(id);
        const outcome = tree && treeOutcome(tree, head.protocol.options);
        if (!outcome?.ok) throw new Error(`${tag} is not derived`);
        const { result } = outcome;
        const findings = findingsIn(row);
        const codes = findings.map((f) => f.code).join(',') || 'none';
        const figures = [shown(result.dbh), shown(result.height), shown(result.cubic)];
        lines.push([survey.body.name, tag, ...figures, codes, fingerprint([result, findings, trouble])].join('\t'));
      }
    }
    expect(lines.length).toBe(4 + book.all('tree').length);
    expect(againstFrozen(path.join(import.meta.dirname, 'frozen.tsv'), lines)).toEqual([]);
  });
});
