import { formatNumber, METRES_PER_FOOT, showBasalArea, squareMetres, type UnitSystem } from '@arbolito/core';
import { useEffect, useState } from 'react';
import type { Book } from '../../book/book';
import { type Maker, makeRecord } from '../../book/make-records';
import type { ProtocolChange } from '../../book/protocol-change';
import { exactVersionOf, type ProtocolLine } from '../../book/protocol-list';
import type { AnyRecord, BodyOf } from '../../contract/envelope';
import { sheets } from '../../field/use-sheet';

interface Props {
  readonly book: Book;
  readonly line: ProtocolLine;
  /** The survey one came from. */
  readonly first: string | null;
  readonly maker: () => Maker;
  readonly onKeep: (record: AnyRecord) => void;
}

/** Puts a survey under this protocol, after showing what would change. Its readings keep the version they were taken under. */
export function ChangeSurvey({ book, line, first, maker, onKeep }: Props) {
  const newest = exactVersionOf(line);
  const others = book.all('survey').filter((s) => {
    const used = line.surveys.find((u) => u.id === s.entity);
    return !used || (line.record !== null && used.version < line.versions.length);
  });
  const [picked, setPicked] = useState(first ?? '');
  const survey = others.find((s) => s.entity === picked) ?? null;
  const [change, setChange] = useState<ProtocolChange | null>(null);
  const of = survey?.entity ?? null;
  useEffect(() => {
    let here = true;
    setChange(null);
    if (of)
      void sheets()
        .changeOf(of, { name: line.name, options: line.options })
        .then((c) => here && setChange(c));
    return () => {
      here = false;
    };
  }, [of, line]);
  if (others.length === 0) return null;
  const put = () => {
    if (!survey) return;
    const m = maker();
    let protocol = newest;
    if (!protocol) {
      const made = makeRecord(
        m,
        'protocol',
        {
          name: line.name,
          preset: line.record ? line.record.body.preset : (line.id as BodyOf<'protocol'>['preset']),
          options: line.options as BodyOf<'protocol'>['options'],
        },
        line.record ?? undefined,
      );
      onKeep(made as AnyRecord);
      protocol = made.id;
    }
    const head = book.find('survey', survey.entity);
    if (head) onKeep(makeRecord(m, 'survey', { ...head.body, protocol }, head) as AnyRecord);
    setPicked('');
  };
  return (
    <section className="mt-8" aria-label="A survey under this protocol">
      <h3 className="text-lead font-semibold">Put a survey under it</h3>
      <p className="text-plain text-soft">
        Readings stay as they were read, where they were read, under the version of that day; what is derived from them follows.
      </p>
      <select
        className="chip mt-2 min-w-64 justify-start"
        aria-label="Survey"
        value={survey ? picked : ''}
        onChange={(e) => setPicked(e.target.value)}
      >
        <option value="">which survey?</option>
        {others.map((s) => (
          <option key={s.entity} value={s.entity}>
            {s.body.name}
          </option>
        ))}
      </select>
      {survey && !change && <p className="mt-3 text-soft">Working out what would change …</p>}
      {survey && change && (
        <>
          <Preview change={change} />
          <button type="button" className="button button-go mt-3" onClick={put}>
            Put {survey.body.name} under {line.name}
          </button>
        </>
      )}
    </section>
  );
}

const SHOWN = 12;

function Preview({ change: { before, after, trees } }: { change: ProtocolChange }) {
  const units = after.protocol.options.units;
  const sums = [
    [
      'Basal area',
      showBasalArea(squareMetres(before.sums.total.basalArea), units),
      showBasalArea(squareMetres(after.sums.total.basalArea), units),
    ],
    ['Stem volume', volume(before.sums.total.volume, units), volume(after.sums.total.volume, units)],
    ['Trees to look at', String(before.doubtful), String(after.doubtful)],
  ] as const;
  return (
    <div className="mt-3" data-change>
      <table className="w-full max-w-xl text-left">
        <thead className="border-b border-edge text-small text-soft">
          <tr>
            <th className="py-1 font-normal">What would change</th>
            <th className="font-normal">{before.protocol.name}</th>
            <th className="font-normal">{after.protocol.name}</th>
          </tr>
        </thead>
        <tbody>
          {sums.map(([name, a, b]) => (
            <tr key={name} className="border-b border-rule">
              <th scope="row" className="py-1.5 font-medium">
                {name}
              </th>
              <td className="figure">{a}</td>
              <td className={`figure ${a === b ? 'text-soft' : 'font-semibold'}`}>{b}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 text-plain">
        {trees.length === 0 ? 'No tree comes out otherwise.' : `${trees.length} of ${before.sums.total.trees} trees come out otherwise:`}
      </p>
      <ul className="text-plain">
        {trees.slice(0, SHOWN).map((t) => (
          <li key={t.tag} className="border-b border-rule py-1">
            <b className="figure">{t.tag}</b> <span className="figure">{t.before}</span> →{' '}
            <span className="figure font-semibold">{t.after}</span>
            {t.why && <span className="block text-berry">{t.why}</span>}
          </li>
        ))}
      </ul>
      {trees.length > SHOWN && <p className="text-plain text-soft">and {trees.length - SHOWN} more</p>}
    </div>
  );
}

const volume = (v: number, units: UnitSystem) =>
  units === 'us' ? `${formatNumber(v / METRES_PER_FOOT ** 3, 0)} ft³` : `${formatNumber(v, 2)} m³`;
