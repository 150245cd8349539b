import { LOG_RULES, type LogRuleName, metres, type StandFigures, showDiameter, UNITS_OF } from '@arbolito/core';
import { Fragment, useState } from 'react';
import type { SurveyResults } from '../../book/survey-results';
import { Num, Sideways } from '../../ui/table';
import { type Quantity, type Said, sayClass, sayEstimate, treesOf, unitOf } from './figures';

/** What lines of the table are told apart by. */
const BY = [
  ['species', 'Species'],
  ['class', 'Diameter class'],
  ['product', 'Product'],
  ['grade', 'Grade'],
  ['status', 'Status'],
] as const;

/** Stand and stock: every line with its trees, basal area and volume, and their ±. */
export function StandTable({ results, said }: { results: SurveyResults; said: Said }) {
  const { result, units } = results;
  const [by, setBy] = useState<(typeof BY)[number][0]>('species');
  const [open, setOpen] = useState<string | null>(null);
  const { whole } = result;
  if (!whole) return null;
  const told = BY.filter(([kind]) => kind === 'species' || result.by[kind].some((g) => g.key !== null));
  const lines = result.by[by];
  const rules = Object.keys(whole.boardFeet) as LogRuleName[];
  const unit = UNITS_OF[units].diameter;
  const name = (key: string | number | null) =>
    key === null ? 'not said' : by === 'class' ? `${sayClass(Number(key))} ${unit}` : String(key);
  return (
    <section className="mt-6" aria-label="Stand and stock">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <h2 className="text-title font-semibold">Stand and stock</h2>
        <fieldset className="flex flex-wrap gap-1.5" aria-label="Lines are told apart by">
          {told.map(([kind, title]) => (
            <button key={kind} type="button" className="chip px-3" aria-pressed={kind === by} onClick={() => setBy(kind)}>
              {title}
            </button>
          ))}
        </fieldset>
      </div>
      <Sideways name="Stand and stock, the table">
        <table className="mt-2 w-full text-left text-plain" data-stand>
          <thead className="border-b border-edge text-small text-soft">
            <tr>
              <th className="py-1.5 font-normal">{BY.find(([kind]) => kind === by)?.[1]}</th>
              <Num head>{treesOf(said)}</Num>
              <Num head>Basal area, {unitOf('basalArea', said)}</Num>
              <Num head>Volume, {unitOf('volume', said)}</Num>
              {rules.map((r) => (
                <Num head key={r}>
                  {LOG_RULES[r].name}, {unitOf('boardFeet', said)}
                </Num>
              ))}
              <Num head>Mean diameter</Num>
            </tr>
          </thead>
          <tbody>
            {lines.map((line) => (
              <Line
                key={String(line.key)}
                name={name(line.key)}
                figures={line.figures}
                said={said}
                rules={rules}
                open={by === 'species' ? open === String(line.key) : null}
                toggle={() => setOpen(open === String(line.key) ? null : String(line.key))}
              >
                {by === 'species' && open === String(line.key)
                  ? result.table
                      .filter((c) => c.species === line.key)
                      .map((c) => (
                        <Line
                          key={String(c.class)}
                          name={c.class === null ? 'no diameter' : `${sayClass(Number(c.class))} ${unit}`}
                          figures={c.figures}
                          said={said}
                          rules={rules}
                          inner
                        />
                      ))
                  : null}
              </Line>
            ))}
            <Line name="All" figures={whole} said={said} rules={rules} all />
          </tbody>
        </table>
      </Sideways>
    </section>
  );
}

interface LineProps {
  readonly name: string;
  readonly figures: StandFigures;
  readonly said: Said;
  readonly rules: readonly LogRuleName[];
  readonly inner?: boolean;
  readonly all?: boolean;
  /** Whether its classes are shown; null where it has none to show. */
  readonly open?: boolean | null;
  readonly toggle?: () => void;
  readonly children?: React.ReactNode;
}

function Line({ name, figures, said, rules, inner = false, all = false, open = null, toggle, children }: LineProps) {
  const cell = (e: Parameters<typeof sayEstimate>[0], quantity: Quantity, short: number) => {
    const s = sayEstimate(e, quantity, said);
    return (
      <Num>
        {s ? s.value : '–'}
        {s?.half && <span className="text-small text-soft"> ± {s.half}</span>}
        {s && short > 0 && <span className="text-small text-soft"> *</span>}
      </Num>
    );
  };
  return (
    <>
      <tr className={`border-b border-rule ${all ? 'border-t border-t-ink font-semibold' : ''}`}>
        <td className={`py-1.5 ${inner ? 'pl-5 text-soft' : ''}`}>
          {open === null ? (
            name
          ) : (
            <button
              type="button"
              className="min-h-11 text-left underline decoration-edge underline-offset-4"
              aria-expanded={open}
              onClick={toggle}
            >
              {name}
            </button>
          )}
        </td>
        {cell(figures.trees, 'trees', 0)}
        {cell(figures.basalArea, 'basalArea', figures.without.basalArea)}
        {cell(figures.volume, 'volume', figures.without.volume)}
        {rules.map((r) => (
          <Fragment key={r}>{cell(figures.boardFeet[r], 'boardFeet', 0)}</Fragment>
        ))}
        <Num>{figures.qmd === null ? '–' : showDiameter(metres(figures.qmd), said.units)}</Num>
      </tr>
      {children}
      {all && figures.without.volume > 0 && (
        <tr>
          <td colSpan={5 + rules.length} className="pt-1 text-small text-soft">
            * Some trees lack what it would need and are not in it: {figures.without.volume} of {figures.counted} a volume.
          </td>
        </tr>
      )}
    </>
  );
}
