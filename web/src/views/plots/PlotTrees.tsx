import { metres, showDiameter, showHeight, type UnitSystem } from '@arbolito/core';
import type { Stated } from '../../book/things';
import type { TreeRow } from '../../book/tree-row';
import { Num, Sideways } from '../../ui/table';
import { sayPlaceOf } from './TreeHere';

interface Props {
  readonly survey: Stated<'survey'>;
  readonly rows: readonly TreeRow[];
  readonly units: UnitSystem;
  readonly chosen: string | null;
  readonly onTree: (id: string) => void;
}

/** The same as the drawing, tree by tree. */
export function PlotTrees({ rows, units, chosen, onTree }: Props) {
  if (rows.length === 0)
    return (
      <p className="mt-4 border-l-4 border-slate bg-slate-bg p-3">
        No tree yet. Begin at north and go round with the clock, so that none is left out.
      </p>
    );
  return (
    <section className="mt-5">
      <h2 className="text-title font-semibold">Trees</h2>
      <Sideways name="Trees of the plot">
        <table className="mt-1 w-full max-w-4xl text-left text-plain" data-plot-trees>
          <thead className="border-b border-edge text-small text-soft">
            <tr>
              <th className="py-1.5 font-normal">Tree</th>
              <th className="font-normal">Species</th>
              <Num head>Diameter</Num>
              <Num head>Height</Num>
              <th className="pl-4 font-normal">Stands</th>
              <th className="font-normal">In or out</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <tr key={r.id} className={`border-b border-rule ${r.id === chosen ? 'bg-resin-bg' : ''}`}>
                <th scope="row" className="font-medium">
                  <button
                    type="button"
                    className="min-h-11 min-w-11 text-left underline decoration-edge underline-offset-4"
                    aria-pressed={r.id === chosen}
                    onClick={() => onTree(r.id)}
                  >
                    {r.tag}
                  </button>
                </th>
                <td>{r.species ?? '–'}</td>
                <Num>{r.dbh === null ? '–' : showDiameter(metres(r.dbh), units)}</Num>
                <Num>{r.height === null ? (r.wantsHeight ? 'wanted' : '–') : showHeight(metres(r.height), units)}</Num>
                <td className="figure pl-4 whitespace-nowrap">{sayPlaceOf(r, units)}</td>
                <td>{sayIn(r)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Sideways>
    </section>
  );
}

function sayIn({ onPlot: { inclusion, undecided, unsaid }, notCounted, said }: TreeRow): string {
  const status = notCounted === 'status' ? `, not counted: ${said.status?.replaceAll('-', ' ')}` : '';
  if (unsaid?.code === 'tree-outside') return `outside the stratum${status}`;
  if (inclusion === null) return `${unsaid?.code === 'too-thin' ? 'too thin' : 'not decided'}${status}`;
  const weight =
    inclusion.in && inclusion.edgeWeight !== null && inclusion.edgeWeight > 1.0005
      ? `, counts ${inclusion.edgeWeight.toFixed(2)} times`
      : '';
  return `${inclusion.in ? 'in' : 'out'}${undecided ? ', on the edge' : ''}${weight}${status}`;
}
