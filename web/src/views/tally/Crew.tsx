import { memo, type ReactNode, useState } from 'react';
import type { CalledWays } from '../../book/called-line';
import { setHands, useHands } from '../../field/hands';
import type { TagRange } from '../../field/next-tag';

interface Props {
  readonly ways: CalledWays;
  readonly onWays: (ways: CalledWays) => void;
  readonly range: TagRange | null;
  readonly onRange: (range: TagRange | null) => void;
  readonly byClass: boolean;
}

const TOOLS = { 'diameter-tape': 'tape', caliper: 'caliper', 'biltmore-stick': 'stick', estimate: 'by eye' } as const;
const ALONG = { level: 'level', ground: 'along the slope' } as const;
const TO = { axis: 'to the pith', bark: 'to the bark' } as const;
const BY = { tape: 'tape', laser: 'laser', ultrasonic: 'ultrasonic', paces: 'paces', eye: 'by eye' } as const;

/** How called values are read, which numbers this device gives, and whether one calls and one records. */
export const Crew = memo(function Crew({ ways, onWays, range, onRange, byClass }: Props) {
  const { pair } = useHands();
  const pick = <K extends 'tool' | 'along' | 'to' | 'by'>(name: string, key: K, of: Readonly<Record<CalledWays[K], string>>) => (
    <label className="flex flex-col gap-0.5 text-small text-soft">
      {name}
      <select className="chip px-2 text-ink" value={ways[key]} onChange={(e) => onWays({ ...ways, [key]: e.target.value })}>
        {Object.entries(of).map(([value, label]) => (
          <option key={value} value={value}>
            {label as string}
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <details className="mt-3 border-y border-rule">
      <summary className="flex min-h-11 cursor-pointer items-center text-plain">
        Crew: {byClass ? 'by class' : `diameters by ${TOOLS[ways.tool]}`}, distances by {BY[ways.by]}
        {range && `, numbers ${range.from} to ${range.to}`}
      </summary>
      <div className="flex flex-wrap gap-3 pb-3">
        {pick('Diameters by', 'tool', TOOLS)}
        {pick('Distances by', 'by', BY)}
        {pick('laid', 'along', ALONG)}
        {pick('ending', 'to', TO)}
        <Range range={range} onRange={onRange} />
        <Row>
          <button type="button" className="chip px-3" aria-pressed={pair} onClick={() => setHands({ pair: !pair })}>
            one calls, one records
          </button>
        </Row>
      </div>
    </details>
  );
});

const Row = ({ children }: { children: ReactNode }) => <div className="flex items-end">{children}</div>;

/** Two whole numbers, the second larger; null where they are none. */
function rangeOf(from: string, to: string): TagRange | null {
  const [a, b] = [Number(from), Number(to)];
  return [from, to].every((n) => /^\d{1,9}$/.test(n)) && a >= 1 && b > a ? { from: a, to: b } : null;
}

/** The numbers this device gives, where several phones are on one plot. */
function Range({ range, onRange }: Pick<Props, 'range' | 'onRange'>) {
  const [from, setFrom] = useState(range ? String(range.from) : '');
  const [to, setTo] = useState(range ? String(range.to) : '');
  const take = (nextFrom: string, nextTo: string) => {
    setFrom(nextFrom);
    setTo(nextTo);
    const typed = rangeOf(nextFrom, nextTo);
    if (typed || (nextFrom === '' && nextTo === '')) onRange(typed);
  };
  const field = (label: string, value: string, set: (v: string) => void) => (
    <label className="flex w-20 flex-col gap-0.5 text-small text-soft">
      {label}
      <input
        className="box figure w-full text-ink"
        inputMode="numeric"
        maxLength={9}
        value={value}
        onChange={(e) => set(e.target.value.trim())}
      />
    </label>
  );
  return (
    <div className="flex flex-wrap items-end gap-2">
      {field('Numbers from', from, (v) => take(v, to))}
      {field('to', to, (v) => take(from, v))}
      {(from !== '' || to !== '') && rangeOf(from, to) === null && (
        <p className="pb-3 text-small text-berry">Two whole numbers, the second larger; both empty for no range.</p>
      )}
    </div>
  );
}
