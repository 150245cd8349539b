import { createHash } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { validateRecord } from '../contract/envelope';
import { isEarlierSingleTrees, SINGLE_TREES } from './single-trees';

describe('the surveys of single trees', () => {
  it('are the same to the byte on every device, for ever', () => {
    // a change here makes a second survey of single trees in every book there is
    const text = JSON.stringify(SINGLE_TREES);
    expect(createHash('sha256').update(text).digest('hex').slice(0, 16)).toBe('9e8fd6ccc66257d6');
  });
  it('are records that a server takes, each with an id of its own', () => {
    const all = Object.values(SINGLE_TREES).flatMap((s) => [s.protocol, s.survey]);
    for (const r of all) expect(validateRecord(structuredClone(r))).toMatchObject({ ok: true });
    expect(new Set(all.map((r) => r.id)).size).toBe(4);
    for (const { protocol, survey } of Object.values(SINGLE_TREES)) expect(survey.body.protocol).toBe(protocol.id);
  });
  it('are told from those that devices made for themselves before', () => {
    const { survey } = SINGLE_TREES.metric;
    expect(isEarlierSingleTrees(survey)).toBe(false);
    expect(isEarlierSingleTrees({ ...survey, entity: 'another' })).toBe(true);
    expect(isEarlierSingleTrees({ entity: 'another', body: { kind: 'street' } })).toBe(false);
  });
});
