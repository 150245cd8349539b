import type { ProtocolOptions } from '@arbolito/core';
import type { CalledHere } from './use-called';

/** Whether a survey's trees are called with their logs. */
export const usesLogs = (p: ProtocolOptions) => (p.tally?.second ?? (p.merchantable?.logs ? 'logs' : null)) === 'logs';

const LOGS = [0.5, 1, 1.5, 2, 2.5, 3, 3.5, 4, 5, 6];

/** Below the class pad: what was tapped last, its logs, and back. */
export function Taps(p: {
  readonly said: string | null;
  readonly logs: boolean;
  readonly undo: Pick<CalledHere['undo'], 'can' | 'undo'>;
  readonly onLogs: ((logs: number) => void) | null;
  readonly large: boolean;
}) {
  return (
    <div className="flex flex-col gap-1.5">
      {p.logs && (
        <div className="grid grid-cols-5 gap-1.5 desk:grid-cols-10">
          {LOGS.map((n) => (
            <button
              key={n}
              type="button"
              className="key disabled:opacity-40"
              aria-label={`${n} logs`}
              disabled={p.onLogs === null}
              onClick={() => p.onLogs?.(n)}
            >
              {n % 1 === 0 ? n : `${Math.floor(n) || ''}½`}
            </button>
          ))}
        </div>
      )}
      <div className="flex items-center gap-2">
        <p className={`min-w-0 flex-1 truncate ${p.large ? 'text-title font-semibold' : 'text-plain'}`} role="status" data-kept-line>
          {p.said ?? 'One tap is one tree. Hold a cell to take one back.'}
        </p>
        <button type="button" className="button" disabled={!p.undo.can} onClick={p.undo.undo}>
          undo
        </button>
      </div>
    </div>
  );
}
