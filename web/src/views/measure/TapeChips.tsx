import { metres, showPom, type ToolName } from '@arbolito/core';
import { lazy } from 'react';
import { tapeUnits } from '../../field/preferences';
import { TOOL_NAMES } from '../../methods/say-reading';
import { Late } from '../../ui/Late';
import { Units } from './Units';
import type { MeasureModel } from './use-measure';

export const loadOtherTools = () => import('./OtherTools');
const Stick = lazy(() => loadOtherTools().then((t) => ({ default: t.Stick })));
const Optical = lazy(() => loadOtherTools().then((t) => ({ default: t.Optical })));
const Stems = lazy(() => loadOtherTools().then((t) => ({ default: t.Stems })));
const UpperHeight = lazy(() => loadOtherTools().then((t) => ({ default: t.UpperHeight })));

const TOOLS: readonly ToolName[] = ['diameter-tape', 'plain-tape', 'caliper', 'biltmore-stick', 'optical', 'estimate'];

/** With which tool a diameter is read, in which unit, where on the stem, and of which stem. */
export function TapeChips({ m }: { m: MeasureModel }) {
  const { prefs, kept, choose, tape, step } = m;
  const read = m.hand.text === '' && !m.hand.again && kept?.kind === 'diameter' ? kept : null;
  const upper = step?.id === 'upper';
  return (
    <>
      {m.stems.length > 1 && (
        <Late fallback={<div className="min-h-12" />}>
          <Stems m={m} />
        </Late>
      )}
      <div className="flex min-h-12 gap-1.5 desk:flex-wrap">
        <select
          aria-label="Tool"
          className="chip min-w-0 flex-[2] justify-start"
          value={prefs.tool}
          onChange={(e) => choose({ tool: e.target.value as ToolName })}
        >
          {TOOLS.map((t) => (
            <option key={t} value={t}>
              {TOOL_NAMES[t]}
            </option>
          ))}
        </select>
        {prefs.tool !== 'optical' && (
          <Units m={m} units={['cm', 'in']} on={read?.unit ?? tapeUnits(prefs).diameter} pick={(u) => choose({ diameterUnit: u })} />
        )}
        {upper ? (
          <Late>
            <UpperHeight m={m} />
          </Late>
        ) : (
          <button
            type="button"
            className="chip min-w-0 flex-[1.4] whitespace-nowrap px-1 desk:basis-full"
            onClick={() => m.go('trunk')}
            aria-label={`where the tape goes: ${showPom(metres(tape.pom), prefs.units)}. Say what the trunk does`}
          >
            <span className="figure">{showPom(metres(tape.pom), prefs.units)}</span>
            <span className="hidden desk:inline">&nbsp;up: where the tape goes</span>
            <span aria-hidden="true">&nbsp;▸</span>
          </button>
        )}
      </div>
      <Late fallback={<div className="min-h-12" />}>
        {prefs.tool === 'biltmore-stick' && <Stick m={m} />}
        {prefs.tool === 'optical' && <Optical m={m} />}
      </Late>
    </>
  );
}
