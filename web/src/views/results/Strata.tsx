import type { SurveyResults } from '../../book/survey-results';
import { Num, Sideways } from '../../ui/table';
import { percent, type Said, sayArea, sayEstimate, treesOf, unitOf } from './figures';

/** Each stratum for itself: what it is, and how sure. */
export function Strata({ results, said }: { results: SurveyResults; said: Said }) {
  const { result, units } = results;
  return (
    <section className="mt-6">
      <h2 className="text-title font-semibold">By stratum</h2>
      <Sideways name="Figures by stratum">
        <table className="mt-2 w-full text-left text-plain" data-strata>
          <thead className="border-b border-edge text-small text-soft">
            <tr>
              <th className="py-1.5 font-normal">Stratum</th>
              <Num head>Area</Num>
              <Num head>Plots</Num>
              <Num head>{treesOf(said)}</Num>
              <Num head>Basal area, {unitOf('basalArea', said)}</Num>
              <Num head>Volume, {unitOf('volume', said)}</Num>
              <Num head>Sampling error</Num>
            </tr>
          </thead>
          <tbody>
            {result.strata.map((s) => {
              // a stratum's own land: its total is its own
              const own: Said = { ...said, area: said.area === null ? null : s.area };
              const cell = (e: Parameters<typeof sayEstimate>[0], q: 'trees' | 'basalArea' | 'volume') => {
                const f = sayEstimate(e, q, own);
                return (
                  <Num>
                    {f?.value ?? '–'}
                    {f?.half && <span className="text-small text-soft"> ± {f.half}</span>}
                  </Num>
                );
              };
              const error = s.figures.volume?.samplingError ?? s.figures.basalArea?.samplingError ?? null;
              return (
                <tr key={s.id} className="border-b border-rule">
                  <td className="py-1.5">{s.name}</td>
                  <Num>{s.area === null ? 'not said' : sayArea(s.area, units)}</Num>
                  <Num>{s.plots}</Num>
                  {cell(s.figures.trees, 'trees')}
                  {cell(s.figures.basalArea, 'basalArea')}
                  {cell(s.figures.volume, 'volume')}
                  <Num>
                    {error === null
                      ? s.figures.trees.noInterval
                        ? 'one plot only'
                        : s.figures.volume?.noInterval
                          ? 'too few heights'
                          : '–'
                      : percent(error)}
                  </Num>
                </tr>
              );
            })}
          </tbody>
        </table>
      </Sideways>
    </section>
  );
}
