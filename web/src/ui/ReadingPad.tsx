import { memo } from 'react';
import type { PadKind } from '../methods/define';

/** What a key does: types its sign, or one of the named actions. */
export type PadKey = string;

/** Keys of the fourth column: signs for sightings, feet and inches for lengths, a gap and a sign for two numbers. */
interface Props {
  readonly kind: PadKind;
  readonly decimal: '.' | ',';
  readonly go: string;
  /** Goes to the next tree from here, where that is a thing to do. */
  readonly onNext: (() => void) | null;
  readonly again: boolean;
  readonly canRepeat: boolean;
  readonly canUndo: boolean;
  readonly onType: (sign: PadKey) => void;
  readonly onSign: (sign: '+' | '-') => void;
  readonly onErase: () => void;
  readonly onUndo: () => void;
  readonly onAgain: () => void;
  readonly onGo: () => void;
}

const stay = (e: { preventDefault: () => void }) => e.preventDefault();

/** Big keys for gloved fingers. Focus stays where it is: a physical keyboard works at the same time. */
export function ReadingPad({ go, onGo, onNext, ...keys }: Props) {
  return (
    <div>
      <div className="grid h-[210px] grid-cols-5 grid-rows-4 gap-1.5 [contain:size_layout]" data-pad>
        <Keys {...keys} />
        {onNext && (
          <button type="button" className="key px-0! text-note! leading-tight" onPointerDown={stay} onClick={onNext}>
            next tree
          </button>
        )}
        <button
          type="button"
          className={`key key-go ${onNext ? 'col-span-2' : 'col-span-3'} truncate px-1`}
          onPointerDown={stay}
          onClick={onGo}
        >
          {go} <span aria-hidden="true">↵</span>
        </button>
      </div>
    </div>
  );
}

/** All keys but the last, whose words change with what is typed. */
const Keys = memo(function Keys(p: Omit<Props, 'go' | 'onGo' | 'onNext'>) {
  const key = (sign: string, className = '') => (
    <button type="button" className={`key ${className}`} onPointerDown={stay} onClick={() => p.onType(sign)}>
      {sign}
    </button>
  );
  const action = (label: string, shown: string, run: () => void, className = '', disabled = false, pressed?: boolean) => (
    <button
      type="button"
      aria-label={label}
      aria-pressed={pressed}
      disabled={disabled}
      className={`key disabled:opacity-40 ${className}`}
      onPointerDown={stay}
      onClick={run}
    >
      {shown}
    </button>
  );
  const fourth = {
    angle: [
      action('above the eye', '▲', () => p.onSign('+'), 'key-sign'),
      action('below the eye', '▼', () => p.onSign('-'), 'key-sign'),
      action('minus', '−', () => p.onSign('-'), 'key-sign'),
    ],
    pair: [
      action('next number', '␣', () => p.onType(' '), 'key-sign'),
      action('minus', '−', () => p.onType('-'), 'key-sign'),
      action('feet', "'", () => p.onType("'"), 'key-sign'),
    ],
    ratio: [
      action('to', ':', () => p.onType(':'), 'key-sign'),
      action('degrees', '°', () => p.onType('°'), 'key-sign'),
      action('fraction', '/', () => p.onType('/'), 'key-sign'),
    ],
    diameter: [action('and another length', '+', () => p.onType('+'), 'key-sign'), ...inches(action, p)],
    length: [action('feet', "'", () => p.onType("'"), 'key-sign'), ...inches(action, p)],
    count: [action('feet', "'", () => p.onType("'"), 'key-sign'), ...inches(action, p)],
  }[p.kind];
  return (
    <>
      {key('7')}
      {key('8')}
      {key('9')}
      {fourth[0]}
      {action('erase', '⌫', p.onErase)}
      {key('4')}
      {key('5')}
      {key('6')}
      {fourth[1]}
      {action('undo the last kept reading', '↶', p.onUndo, '', !p.canUndo)}
      {key('1')}
      {key('2')}
      {key('3')}
      {fourth[2]}
      <button
        type="button"
        className="key px-0! text-note! disabled:opacity-40 aria-pressed:bg-ink aria-pressed:text-sheet"
        aria-label="read once more"
        aria-pressed={p.again}
        disabled={!p.canRepeat}
        onPointerDown={stay}
        onClick={p.onAgain}
      >
        again
      </button>
      {key('0')}
      {key(p.decimal)}
    </>
  );
});

type Action = (label: string, shown: string, run: () => void, className?: string) => React.JSX.Element;
const inches = (action: Action, p: Pick<Props, 'onType'>) => [
  action('inches', '"', () => p.onType('"'), 'key-sign'),
  action('fraction', '/', () => p.onType('/'), 'key-sign'),
];
