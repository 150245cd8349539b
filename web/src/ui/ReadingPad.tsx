/** What a key does: types its sign, or one of the named actions. */
export type PadKey = string;

interface Props {
  /** Keys of the fourth column: signs for sightings, feet and inches for lengths. */
  readonly kind: 'angle' | 'length' | 'diameter' | 'count';
  readonly decimal: '.' | ',';
  readonly go: string;
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

/** Big keys for gloved fingers. Focus stays where it is: a physical keyboard works at the same time. */
export function ReadingPad(p: Props) {
  const stay = (e: { preventDefault: () => void }) => e.preventDefault();
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
  const fourth =
    p.kind === 'angle'
      ? [
          action('above the eye', '▲', () => p.onSign('+'), 'key-sign'),
          action('below the eye', '▼', () => p.onSign('-'), 'key-sign'),
          action('minus', '−', () => p.onSign('-'), 'key-sign'),
        ]
      : [
          p.kind === 'diameter'
            ? action('and another length', '+', () => p.onType('+'), 'key-sign')
            : action('feet', "'", () => p.onType("'"), 'key-sign'),
          action('inches', '"', () => p.onType('"'), 'key-sign'),
          action('fraction', '/', () => p.onType('/'), 'key-sign'),
        ];
  return (
    <div className="grid h-[210px] grid-cols-5 grid-rows-4 gap-1.5 [contain:size_layout]" data-pad>
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
        className="key text-[15px]! disabled:opacity-40 aria-pressed:bg-ink aria-pressed:text-sheet"
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
      <button type="button" className="key key-go col-span-3 truncate px-1" onPointerDown={stay} onClick={p.onGo}>
        {p.go} <span aria-hidden="true">↵</span>
      </button>
    </div>
  );
}
