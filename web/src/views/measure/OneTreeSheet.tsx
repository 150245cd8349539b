import { formatNumber, heightTolerance, metres, metresPerLength, showDiameter, showHeight } from '@arbolito/core';
import { takenAs } from '../../book/taken-as';
import type { ReadingEntity } from '../../book/tree';
import { currentOf } from '../../book/versions';
import { wordsOf } from '../../methods/index';
import { SightSheet } from '../../ui/SightSheet';
import { useSightLayout } from '../../ui/use-sight-layout';
import { figuresOf } from './figures';
import type { MeasureModel } from './use-measure';

/** Who took a reading: none where that is not recorded. */
function personsOf(reading: ReadingEntity): readonly string[] {
  const thing = currentOf(reading);
  const person = thing && takenAs(thing).person;
  return person ? [person] : [];
}

/** A page to hand over: the drawing, the readings, what came out of them with its ±, and what that means in plain words. */
export default function OneTreeSheet({ m }: { m: MeasureModel }) {
  const scene = m.scene();
  const { frame, layout } = useSightLayout(scene);
  const { units } = m.prefs;
  const figures = figuresOf(m.result, units, m.readings, m.protocol.options).filter((f) => f.value !== null && f.id !== 'station');
  const species = m.speciesList.find((s) => s.entity === m.tree.species)?.body.name;
  const visit = m.tree.found?.visits.at(-1);
  const person = m.tree.found?.readings.flatMap((r) => personsOf(r)).at(-1) ?? null;
  const read = m.steps.filter((s) => s.said !== null);
  if (!m.tree.found) return <p className="text-soft">Nothing is read of this tree yet: the sheet shows what is.</p>;
  return (
    <article className="max-w-4xl">
      <div className="flex flex-wrap items-start justify-between gap-3">
        <div>
          <h1 className="text-head leading-tight font-bold">
            Tree {m.tree.tag}
            {species && `, ${species}`}
          </h1>
          <p className="text-soft">
            {[
              m.survey?.body.name,
              m.tree.plot && `plot ${m.tree.plot}`,
              visit?.on,
              person && `measured by ${m.book.find('person', person)?.body.name ?? ''}`,
            ]
              .filter(Boolean)
              .join(', ')}
          </p>
        </div>
        <button type="button" className="button print:hidden" onClick={() => window.print()}>
          Print
        </button>
      </div>
      <div ref={frame} className="ruled relative mt-3 h-[340px] overflow-hidden border-y-2 border-ink">
        {layout && (
          <SightSheet
            layout={layout}
            crownGhost={scene.crownGhost}
            heightGhost={scene.heightGhost}
            pomGhost={scene.pomGhost}
            distanceGhost={scene.distance.ghost}
            now="done"
            name={`Tree ${m.tree.tag} to scale`}
            onPick={() => {}}
          />
        )}
      </div>
      <dl className="grid grid-cols-2 gap-x-6 border-b-2 border-ink py-2 desk:grid-cols-4">
        {figures.map((f) => (
          <div key={f.id} className="py-1">
            <dt className="text-small text-soft">{f.name}</dt>
            <dd className="figure text-title font-semibold">{f.value}</dd>
            <dd className="text-small text-soft">{f.aside}</dd>
          </div>
        ))}
      </dl>
      <ul className="mt-3 max-w-prose list-disc pl-5">
        {inWords(m).map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <h2 className="mt-4 text-lead font-semibold">What was read</h2>
      <dl className="mt-1 grid grid-cols-[auto_1fr] gap-x-6">
        {read.map((s) => (
          <div key={s.id} className="col-span-2 grid grid-cols-subgrid border-b border-rule py-1">
            <dt className="text-soft">{s.title}</dt>
            <dd className="figure">{s.said}</dd>
          </div>
        ))}
      </dl>
      {m.result.assumptions.length > 0 && (
        <p className="mt-3 text-small text-soft">Assumed: {m.result.assumptions.map((a) => a.text).join(' ')}</p>
      )}
      <p className="mt-3 text-small text-soft">
        ± is one standard error: the truth lies within it two times in three, within twice as much nineteen times in twenty. A measurement,
        no appraisal of health, safety or price.
      </p>
    </article>
  );
}

/** What came out, for somebody who measures no trees. */
function inWords({ result, prefs: { units }, protocol, method }: MeasureModel): readonly string[] {
  const lines: string[] = [];
  const { height, dbh } = result;
  if (height.ok) {
    const { value, sigma } = height.value;
    const low = metres(Math.max(0, value - 2 * sigma));
    const asked = heightTolerance(protocol.options, value);
    lines.push(
      `It is ${showHeight(value, units)} tall: most likely between ${showHeight(low, units)} and ${showHeight(metres(value + 2 * sigma), units)}. Measured by ${wordsOf(method).name.toLowerCase()}.`,
      sigma <= asked
        ? `That is as good as its protocol asks (± ${showHeight(asked, units)}).`
        : `Its protocol asks for ± ${formatNumber(asked / metresPerLength(units), 1)}: it should be measured once more.`,
    );
  }
  if (dbh.ok) {
    const { value, sigma } = dbh.value;
    lines.push(`Its trunk is ${showDiameter(value, units)} thick at breast height, ± ${showDiameter(sigma, units)}.`);
  }
  if (result.cubic.ok) lines.push('Volume is the whole stem over bark, ground to tip: not all of it is wood that can be sold.');
  return lines;
}
