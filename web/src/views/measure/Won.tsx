import { formatNumber, fromMetres, metres, pairedError, TYPICAL_ERRORS, UNITS_OF } from '@arbolito/core';
import { useEffect, useState } from 'react';
import { byEyeOf } from '../../book/by-eye';
import { sheets } from '../../field/use-sheet';
import { PART_WORDS } from '../../methods/part-words';
import { figuresOf } from './figures';
import { missingOf } from './missing';
import type { MeasureModel } from './use-measure';

/** With the work done: what it gave, what that is made of, and how the tree stands among those of its survey. */
export default function Won({ m }: { m: MeasureModel }) {
  const { units } = m.prefs;
  const figures = figuresOf(m.result, units, m.readings, m.protocol.options).filter((f) => f.id !== 'station');
  const { height } = m.result;
  const parts =
    height.ok && height.value.parts ? Object.entries(height.value.parts).map(([part, s]) => [part, Math.abs(s ?? 0)] as const) : [];
  const most = Math.max(...parts.map(([, s]) => s), 0);
  const shown = parts.filter(([, s]) => s > most * 0.15).sort((a, b) => b[1] - a[1]);
  const visits = m.tree.found?.visits ?? [];
  return (
    <section aria-label="What was won" className="border-t border-rule pt-2 text-plain">
      <dl>
        {figures.map((f) => (
          <div key={f.id} className="flex items-baseline gap-2 border-b border-rule py-0.5">
            <dt className="text-soft">{f.name}</dt>
            <dd className="figure ml-auto text-right">
              {f.value ?? <Missing m={m} aside={f.aside} />} {f.value && <span className="text-small text-soft">{f.aside}</span>}
            </dd>
          </div>
        ))}
      </dl>
      {shown.length > 0 && (
        <div className="mt-2">
          <h2 className="text-small text-soft">What the height’s ± is made of</h2>
          {shown.map(([part, s]) => (
            <div key={part} className="grid grid-cols-[7.5rem_1fr] items-center gap-2 text-small">
              <span>{PART_WORDS[part as keyof typeof PART_WORDS]}</span>
              <svg viewBox="0 0 100 6" preserveAspectRatio="none" className="h-2 w-full" aria-hidden="true">
                <rect width={(100 * s) / most} height="6" fill="var(--slate)" />
              </svg>
            </div>
          ))}
        </div>
      )}
      <ByEye m={m} />
      <Among m={m} />
      {visits.length > 1 && (
        <p className="mt-2 text-small text-soft">
          {visits.length} visits: {visits.map((v) => v.on).join(', ')}
        </p>
      )}
    </section>
  );
}

/** What a figure still needs, and the way there. */
function Missing({ m, aside }: { m: MeasureModel; aside: string }) {
  const step = missingOf(m.result, aside);
  if (step === null) return <span className="text-small text-soft">{aside}</span>;
  const className = 'min-h-12 text-small font-semibold underline underline-offset-4';
  return step === 'kit' ? (
    <a href="/kit" className={className}>
      {aside}
    </a>
  ) : (
    <button type="button" className={className} onClick={() => m.go(step)}>
      {aside}
    </button>
  );
}

/** What an eye is worth that called this height and others of the survey. */
function ByEye({ m }: { m: MeasureModel }) {
  const survey = m.survey?.entity ?? null;
  const { found } = m.tree;
  const own = found && byEyeOf(found, m.result);
  const person = own?.person ?? null;
  const [others, setOthers] = useState<readonly number[]>([]);
  useEffect(() => {
    let here = true;
    if (survey !== null && person !== null && found)
      void sheets()
        .byEye(survey, person, found.id)
        .then((s) => here && setOthers(s))
        .catch(() => {});
    return () => {
      here = false;
    };
  }, [survey, person, found]);
  if (!own) return null;
  const shares = [...others, own.share];
  const record = pairedError(
    shares.map((s) => ({ read: 1 + s, reference: 1 })),
    TYPICAL_ERRORS.estimate,
  );
  const percent = (share: number) => `${share < 0 ? '' : '+'}${formatNumber(100 * share, 0)} %`;
  const name = m.book.find('person', own.person)?.body.name ?? '';
  return (
    <p className="mt-2 text-small">
      The eye of {name}: this height {percent(own.share)}
      {shares.length > 1 &&
        `; over ${shares.length} trees here ${percent(record.bias)} on the whole, one height ± ${formatNumber(100 * record.sigma, 0)} %`}
      .
    </p>
  );
}

const [W, H, LEFT, FOOT] = [290, 150, 30, 22];

/** The tree among the others of its survey: height over diameter. */
function Among({ m }: { m: MeasureModel }) {
  const survey = m.survey?.entity ?? null;
  const { tree } = m.hand;
  const [others, setOthers] = useState<readonly (readonly [number, number])[]>([]);
  useEffect(() => {
    let here = true;
    if (survey !== null)
      void sheets()
        .scatter(survey, tree)
        .then((s) => here && setOthers(s))
        .catch(() => {});
    return () => {
      here = false;
    };
  }, [survey, tree]);
  const { dbh, height } = m.result;
  if (!dbh.ok || !height.ok || others.length < 3) return null;
  const own = [dbh.value.value, height.value.value] as const;
  const [widest, tallest] = [0, 1].map((i) => 1.08 * Math.max(own[i] ?? 0, ...others.map((o) => o[i] ?? 0))) as [number, number];
  const x = (d: number) => LEFT + ((W - LEFT - 6) * d) / widest;
  const y = (h: number) => H - FOOT - ((H - FOOT - 12) * h) / tallest;
  const u = UNITS_OF[m.prefs.units];
  const said = (l: number, unit: typeof u.length) => String(Math.round(fromMetres(metres(l), unit)));
  return (
    <figure className="mt-2">
      <svg
        viewBox={`0 0 ${W} ${H}`}
        className="w-full"
        role="img"
        aria-label={`Tree ${m.tree.tag} among ${others.length} others: height over diameter`}
      >
        <path d={`M${LEFT} 8V${H - FOOT}H${W - 6}`} fill="none" stroke="var(--edge)" />
        {others.map(([d, h], i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: dots without a name
          <circle key={i} cx={x(d)} cy={y(h)} r={2.5} fill="var(--slate)" opacity={0.55} />
        ))}
        <circle cx={x(own[0])} cy={y(own[1])} r={5.5} fill="var(--resin)" stroke="var(--ink)" strokeWidth={1.5} />
        <text x={LEFT - 4} y={y(tallest / 1.08) + 4} textAnchor="end" fontSize={12} fill="var(--soft)">
          {said(tallest / 1.08, u.length)}
        </text>
        <text x={x(widest / 1.08)} y={H - 8} textAnchor="middle" fontSize={12} fill="var(--soft)">
          {said(widest / 1.08, u.diameter)}
        </text>
        <text x={LEFT} y={H - 8} fontSize={12} fill="var(--soft)">
          height, {u.length}, over diameter, {u.diameter}
        </text>
      </svg>
    </figure>
  );
}
