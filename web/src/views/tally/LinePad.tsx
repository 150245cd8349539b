import { CROWN_LETTERS, type OwnField, ownLetters, STATUS_LETTERS, UNITS_OF, type UnitSystem } from '@arbolito/core';
import { memo, useState } from 'react';

interface Props {
  /** Codes of the species called most, in that order, and of all others. */
  readonly species: readonly { readonly code: string; readonly name: string }[];
  readonly decimal: '.' | ',';
  readonly units: UnitSystem;
  readonly ownFields: readonly OwnField[];
  readonly canUndo: boolean;
  readonly onType: (text: string) => void;
  readonly onErase: () => void;
  readonly onUndo: () => void;
  readonly onLetters: () => void;
}

const stay = (e: { preventDefault: () => void }) => e.preventDefault();
const FIRST = 3;

/** Big keys for gloved fingers: codes and digits, every mark behind one key. */
export const LinePad = memo(function LinePad(p: Props) {
  const [panel, setPanel] = useState<'marks' | 'species' | null>(null);
  const key = (label: string, run: () => void, className = '', name?: string, disabled = false) => (
    <button
      key={name ?? label}
      type="button"
      className={`key min-w-0 truncate px-0! disabled:opacity-40 ${className}`}
      aria-label={name}
      disabled={disabled}
      onPointerDown={stay}
      onClick={run}
    >
      {label}
    </button>
  );
  const type = (sign: string, className = '', name?: string) => key(sign, () => p.onType(sign), className, name);
  const code = (i: number) => {
    const s = p.species[i];
    return s
      ? key(s.code, () => p.onType(`${s.code} `), 'bg-wood-bg! text-wood', s.name)
      : key('·', () => {}, '', `no ${i + 1}. species`, true);
  };
  const back = key('123', () => setPanel(null), 'key-sign', 'digits');
  if (panel === 'species') {
    return (
      <div className="grid h-[210px] auto-rows-[48px] grid-cols-5 gap-1.5 overflow-y-auto" data-line-pad="species">
        {back}
        {p.species.map((s) =>
          key(
            s.code,
            () => {
              p.onType(`${s.code} `);
              setPanel(null);
            },
            'bg-wood-bg! text-wood',
            s.name,
          ),
        )}
      </div>
    );
  }
  if (panel === 'marks') {
    const { diameter: thin, length: long } = UNITS_OF[p.units];
    const put = (text: string, label: string, name: string) => (
      <button
        key={name}
        type="button"
        className="key flex flex-col items-center justify-center px-0! leading-none"
        aria-label={name}
        onPointerDown={stay}
        onClick={() => {
          p.onType(text);
          setPanel(null);
        }}
      >
        <span>{label}</span>
        <span className="max-w-full truncate font-sans text-[11px] font-normal text-soft">{name}</span>
      </button>
    );
    return (
      <div className="grid h-[210px] auto-rows-[48px] grid-cols-5 gap-1.5 overflow-y-auto" data-line-pad="marks">
        {back}
        {put(' x', 'x', 'alike')}
        {put(' -', '−%', 'cull: end with %')}
        {put('%', '%', 'per cent')}
        {put(' g', 'g', 'grade')}
        {put('~', '~', 'by eye')}
        {put('l', 'l', 'logs')}
        {put(long, long, 'height')}
        {put(thin, thin, 'read exactly')}
        {put(' #', '#', 'number')}
        {put(' !', '!', 'note')}
        {Object.entries(STATUS_LETTERS).map(([status, letter]) => put(` ${letter}`, letter, status.replaceAll('-', ' ')))}
        {Object.entries(CROWN_LETTERS).map(([crown, letter]) => put(` ${letter}`, letter, crown))}
        {put(' k', 'k', 'to leave')}
        {put(' t', 't', 'to cut')}
        {put(' product=', 'pr=', 'product')}
        {put(' damage=', 'da=', 'damage')}
        {[...ownLetters(p.ownFields)].map(([own, letter]) =>
          put(` ${letter}=`, `${letter}=`, p.ownFields.find((f) => f.key === own)?.name ?? own),
        )}
        {key('abc', p.onLetters, 'key-sign', 'letters')}
      </div>
    );
  }
  return (
    <div className="grid h-[210px] grid-cols-5 grid-rows-4 gap-1.5" data-line-pad="digits">
      {code(0)}
      {type('7')}
      {type('8')}
      {type('9')}
      {key('⌫', p.onErase, 'key-sign', 'erase')}
      {code(1)}
      {type('4')}
      {type('5')}
      {type('6')}
      {key('␣', () => p.onType(' '), 'key-sign', 'next part')}
      {code(2)}
      {type('1')}
      {type('2')}
      {type('3')}
      {key('@', () => p.onType(' @'), 'key-sign', 'azimuth and distance')}
      {key('…', () => setPanel('species'), 'bg-wood-bg! text-wood', 'more species', p.species.length <= FIRST)}
      {type('0')}
      {type(p.decimal)}
      {key('x#!', () => setPanel('marks'), 'key-sign text-note!', 'marks')}
      {key('↶', p.onUndo, 'key-sign', 'undo', !p.canUndo)}
    </div>
  );
});
