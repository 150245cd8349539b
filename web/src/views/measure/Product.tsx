import { productOf } from '@arbolito/core';
import type { MeasureModel } from './use-measure';

/** What the tree is grown for: by its diameter, or as is said of one of poor form. */
export default function Product({ m }: { m: MeasureModel }) {
  const classes = m.protocol.options.products ?? [];
  const { found } = m.tree;
  if (classes.length === 0 || !found) return null;
  const thickest = Math.max(0, ...m.result.stems.flatMap((s) => (s.dbh.ok ? [s.dbh.value.value] : [])));
  const said = found.record.body.product ?? null;
  return (
    <select
      aria-label="Product"
      className="chip w-full justify-start text-left"
      value={said ?? ''}
      onChange={(e) => m.setTree({ product: e.target.value || null })}
    >
      <option value="">by its diameter: {productOf(thickest, classes) ?? 'under every class'}</option>
      {classes.map((c) => (
        <option key={c.product} value={c.product}>
          {c.product}, as said
        </option>
      ))}
      {['cull', ...(said === null || said === 'cull' || classes.some((c) => c.product === said) ? [] : [said])].map((other) => (
        <option key={other} value={other}>
          {other}, as said
        </option>
      ))}
    </select>
  );
}
