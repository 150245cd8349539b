import { useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { onPreferences, preferencesIn, savedPreferences } from '../../field/preferences';
import { CAUTIONS, type CautionId, cautionsAt, putAway, rememberPutAway } from '../../methods/cautions';
import { PersonSelect } from '../../ui/PersonSelect';
import { changedWays } from './changed-ways';
import type { MeasureModel } from './use-measure';

/** What is to be said under the sheet. */
export function Remedies({ m, onVisits }: { m: MeasureModel; onVisits: () => void }) {
  return (
    <>
      <Changed m={m} />
      <Remedy m={m} onVisits={onVisits} />
    </>
  );
}

/** What is read otherwise here than in the survey before, until somebody saw it. */
function Changed({ m }: { m: MeasureModel }) {
  const saved = useSyncExternalStore(onPreferences, savedPreferences);
  const { ways, prefs } = m;
  const changed = useMemo(() => {
    const { lastIn } = saved;
    const there = lastIn && { ...preferencesIn(lastIn.ways, saved), units: lastIn.units };
    return changedWays({ ways, prefs }, { ways: lastIn?.ways ?? null, prefs: there });
  }, [saved, ways, prefs]);
  if (!changed || m.hand.at === 'done') return null;
  return (
    <div className="flex items-stretch border-l-4 border-resin bg-resin-bg text-small leading-snug" role="status" data-changed>
      <p className="flex-1 self-center px-3 py-1.5">
        Here it is read in <b>{changed.here}</b>; where you measured before: {changed.before}.
      </p>
      <button type="button" className="min-h-12 min-w-12 px-3 font-semibold" onClick={m.seenWays}>
        right
      </button>
    </div>
  );
}

/** At most one thing at a time: what contradicts itself, what looks wrong, what can hurt, what would make it better. */
function Remedy({ m, onVisits }: { m: MeasureModel; onVisits: () => void }) {
  const [caution, dismiss] = useCaution(m);
  const finding = m.findings()[0];
  if (m.taken) {
    const { by, free } = m.taken;
    return (
      <Bar grave code="tag-taken">
        <div className="flex flex-wrap items-center gap-x-4">
          <span>
            Another tree here has the tag <b>{by.tag}</b>.
          </span>
          <button type="button" className="min-h-12 font-semibold underline" onClick={() => m.openTree(by.id)}>
            open that tree
          </button>
          <button type="button" className="min-h-12 font-semibold underline" onClick={() => m.setTree({ tag: free })}>
            make this one {free}
          </button>
        </div>
      </Bar>
    );
  }
  if (caution && (!finding || finding.severity === 'advice')) {
    return (
      <div className="flex items-stretch border-l-4 border-resin bg-resin-bg text-small leading-snug" role="note" data-caution={caution}>
        <p className="flex-1 self-center px-3 py-1.5">{CAUTIONS[caution]}</p>
        <button type="button" className="min-h-12 min-w-12 px-3 font-semibold" onClick={dismiss}>
          read
        </button>
      </div>
    );
  }
  if (m.conflict !== null) {
    return (
      <Bar grave code="conflict">
        <div className="flex items-center gap-3">
          <span className="flex-1">{m.conflict}</span>
          <button type="button" className="min-h-12 shrink-0 px-2 font-semibold underline" onClick={onVisits}>
            Choose
          </button>
        </div>
      </Bar>
    );
  }
  if (m.who.length > 0 && (!finding || finding.severity === 'advice')) {
    return (
      <section
        className="flex items-center gap-2 border-l-4 border-resin bg-resin-bg px-3 py-1 text-small"
        aria-label="Who measures?"
        data-who
      >
        <PersonSelect people={m.who} value={null} name="Who measures?" nobody="Who measures?" onPick={m.measuredBy} />
        <button type="button" className="min-h-12 shrink-0 px-2 font-semibold underline" onClick={() => m.measuredBy(null)}>
          no name
        </button>
      </section>
    );
  }
  if (!finding) return null;
  return (
    <Bar grave={finding.severity !== 'advice'} code={finding.code}>
      <div className="flex items-stretch gap-2">
        <button type="button" className="min-h-12 flex-1 text-left" onClick={() => m.look(finding)}>
          {finding.what} <span className="hidden desk:inline">{finding.why} </span>
          <b>{finding.remedy}</b>
        </button>
        {finding.severity === 'doubt' && m.tree.found && (
          <button type="button" className="min-h-12 shrink-0 px-1 font-semibold underline" onClick={() => m.confirm(finding)}>
            I looked,
            <br />
            it is right
          </button>
        )}
        {STEP_BACK.has(finding.code) && m.room === null && (
          <button type="button" className="min-h-12 min-w-12 shrink-0 font-semibold underline" onClick={() => m.go('room')}>
            no room
          </button>
        )}
      </div>
    </Bar>
  );
}

/** Advice that asks for room behind the eye: where there is none it can be said. */
const STEP_BACK: ReadonlySet<string> = new Set(['close-station', 'stand-better']);

function Bar({ grave, code, children }: { grave: boolean; code?: string; children: React.ReactNode }) {
  return (
    <div
      role="status"
      className={`border-l-4 px-3 py-1.5 text-small leading-snug ${grave ? 'border-berry bg-berry-bg' : 'border-slate bg-slate-bg'}`}
      data-finding={code}
    >
      {children}
    </div>
  );
}

/** The step's caution until this person has put it away. */
function useCaution(m: MeasureModel): readonly [CautionId | null, () => void] {
  const { person } = m.prefs;
  const [away, setAway] = useState<readonly CautionId[]>([]);
  useEffect(() => setAway(putAway(person)), [person]);
  const laser = m.method === 'line-shots' ? m.prefs.shooter === 'laser' : m.prefs.by === 'laser' && m.hand.at === 'distance';
  const caution = cautionsAt(m.hand.at, m.method, laser).find((id) => !away.includes(id)) ?? null;
  const dismiss = () => {
    if (!caution) return;
    const now = [...putAway(person), caution];
    rememberPutAway(person, now);
    setAway(now);
  };
  return [caution, dismiss];
}
