import { type ProtocolOptions, sayCall, UNITS_OF } from '@arbolito/core';
import { type RefObject, useState } from 'react';
import type { RecordOf } from '../../contract/envelope';
import { DECIMAL } from '../../ui/decimal';
import { verdictOf } from '../../ui/plot/plot-words';
import { useSteady } from '../../ui/use-steady';
import { LinePad } from './LinePad';
import type { CalledHere } from './use-called';
import type { LineBook } from './use-line';

interface Props {
  readonly called: CalledHere;
  readonly field: RefObject<HTMLInputElement | null>;
  readonly lines: LineBook;
  /** The species that goes on. */
  readonly last: RecordOf<'species'>['body'] | null;
  readonly protocol: ProtocolOptions;
  /** Whether one calls and one records: what was kept is read back large. */
  readonly pair: boolean;
}

const coarse = () => typeof matchMedia === 'function' && matchMedia('(pointer: coarse)').matches;

/** The line: what is typed, what it was understood as, and what is wrong with it. */
export function LineEntry({ called: c, field, lines, last, protocol, pair }: Props) {
  const [letters, setLetters] = useState(() => !coarse());
  const { meant, text } = c;
  const correcting = c.correcting !== null;
  const bad = meant.parsed !== null && !meant.parsed.ok;
  const doubts = meant.notes.some((n) => n.severity === 'doubt');
  const type = (signs: string) => {
    const own = field.current;
    const [from, to] = [own?.selectionStart ?? text.length, own?.selectionEnd ?? text.length];
    // a part that begins with a blank needs none after one
    const lead = signs.startsWith(' ') && (from === 0 || /\s$/.test(text.slice(0, from))) ? signs.trimStart() : signs;
    c.type(text.slice(0, from) + lead + text.slice(to));
    requestAnimationFrame(() => own?.setSelectionRange(from + lead.length, from + lead.length));
  };
  // the pad is not drawn again at every key
  const onType = useSteady(type);
  const onErase = useSteady(() => c.type(text.slice(0, -1)));
  const onUndo = useSteady(() => c.undo.undo());
  const onLetters = useSteady(() => {
    setLetters((on) => !on);
    field.current?.blur();
    requestAnimationFrame(() => field.current?.focus());
  });
  return (
    <div className="flex flex-col gap-1.5">
      {c.aside.length > 0 && (
        <div className="flex gap-1.5 overflow-x-auto" data-aside>
          <span className="self-center text-small whitespace-nowrap text-soft">To mend:</span>
          {c.aside.map((line) => (
            <button key={line} type="button" className="chip figure max-w-56 truncate px-2" onClick={() => c.takeUp(line)}>
              {line}
            </button>
          ))}
        </div>
      )}
      <form
        onSubmit={(e) => {
          e.preventDefault();
          c.keep();
        }}
      >
        <div className="flex items-center gap-2">
          <input
            ref={field}
            id="line"
            // biome-ignore lint/a11y/noAutofocus: whoever opens a tally types a line next
            autoFocus
            aria-label={correcting ? `Line of tree ${c.tag}` : 'Line of the next tree'}
            aria-invalid={bad && c.asked}
            aria-describedby="line-says"
            className="box figure min-w-0 flex-1 border-resin! text-head"
            inputMode={letters ? 'text' : 'none'}
            autoComplete="off"
            autoCorrect="off"
            autoCapitalize="none"
            spellCheck={false}
            maxLength={300}
            placeholder={last ? `${last.code} …` : 'sp 31.4'}
            value={text}
            onChange={(e) => c.type(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === 'Escape' && (correcting || text !== '')) c.leave();
              if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === 'z' && text === '' && c.undo.can) {
                e.preventDefault();
                c.undo.undo();
              }
            }}
          />
          {correcting && (
            <button type="button" className="chip" onClick={c.leave}>
              leave it
            </button>
          )}
        </div>
        <Says called={c} lines={lines} last={last} protocol={protocol} readBack={pair ? c.said : null} />
        {bad && c.asked && (
          <button type="button" className="chip mt-1 px-3" onClick={c.layAside}>
            lay the line aside, go on with the next tree
          </button>
        )}
        <div className="desk:hidden">
          <LinePad
            species={lines.context.species}
            decimal={DECIMAL}
            units={protocol.units}
            ownFields={lines.context.ownFields}
            canUndo={c.undo.can}
            onType={onType}
            onErase={onErase}
            onUndo={onUndo}
            onLetters={onLetters}
          />
        </div>
        <div className="mt-1.5 flex gap-2">
          <button type="submit" className="button button-go min-w-0 flex-1 truncate" disabled={text.trim() === ''}>
            {correcting ? `Correct tree ${c.tag}` : doubts && c.asked ? `Keep tree ${c.tag} all the same` : `Tree ${c.tag}`}{' '}
            <span aria-hidden="true">↵</span>
          </button>
          <button type="button" className="button hidden desk:inline-flex" disabled={!c.undo.can} onClick={c.undo.undo}>
            Undo
          </button>
        </div>
      </form>
    </div>
  );
}

/** What the line was understood as, and the one thing to do about it. */
type SaysProps = Pick<Props, 'called' | 'lines' | 'last' | 'protocol'> & { readonly readBack: string | null };
function Says({ called: { meant, asked, text }, lines, last, protocol, readBack }: SaysProps) {
  const { parsed, row, notes, body } = meant;
  const [worst, ...more] = notes;
  const { inclusion } = row?.onPlot ?? { inclusion: null };
  const place = body?.place ?? null;
  const diameter = body?.called?.diameter;
  const tool = diameter?.kind === 'exact' && diameter.tool !== 'estimate' ? 'diameter-tape' : 'estimate';
  const verdict = inclusion && place ? verdictOf(inclusion, place, tool, protocol.units) : null;
  const unsaid = row?.onPlot.unsaid ?? null;
  const completing = parsed && !parsed.ok && !asked ? completions(text, lines) : [];
  return (
    <div id="line-says" role="status" className="min-h-13 py-1 text-plain leading-snug" data-line-says>
      {parsed === null ? (
        readBack ? (
          <p className="text-title font-semibold" data-read-back>
            {readBack}
          </p>
        ) : (
          <p className="text-soft">{hintOf(lines, last)}</p>
        )
      ) : !parsed.ok ? (
        completing.length > 0 ? (
          <p className="text-soft">{completing.map((s) => `${s.code} ${s.name}`).join(' · ')}</p>
        ) : (
          <p className={asked ? 'border-l-4 border-berry bg-berry-bg px-2' : 'text-soft'} data-line-wrong={asked ? '' : undefined}>
            {parsed.reason}
          </p>
        )
      ) : (
        <>
          <p data-understood>{sayCall(parsed.tree, lines.context, row?.species)}</p>
          {worst ? (
            <p
              className={
                worst.severity === 'doubt' ? 'border-l-4 border-berry bg-berry-bg px-2' : 'border-l-4 border-slate bg-slate-bg px-2'
              }
              data-line-note={worst.code}
            >
              {worst.text}
              {more.length > 0 && ` And ${more.length} more.`}
            </p>
          ) : verdict ? (
            <p
              className={`border-l-4 px-2 ${verdict.kind === 'edge' ? 'border-berry bg-berry-bg' : 'border-slate bg-slate-bg'}`}
              data-line-verdict={verdict.kind}
            >
              {verdict.says} {verdict.todo && <strong>{verdict.todo}</strong>}
            </p>
          ) : (
            unsaid && <p className="border-l-4 border-slate bg-slate-bg px-2">{unsaid.reason}</p>
          )}
        </>
      )}
    </div>
  );
}

function hintOf({ context }: LineBook, last: Props['last']): string {
  const { diameter: thin, length: long } = UNITS_OF[context.units];
  const first = context.classes ? `its class (${context.classes.width} ${context.classes.unit})` : `its diameter in ${thin}`;
  const then = context.second ?? (context.logLength === null ? 'height' : null);
  const second = then === 'height' ? `height in ${long}` : then === 'logs' ? 'logs' : `logs or height in ${long}`;
  return `${last ? `A code or on with ${last.name}` : 'A species’ code'}, ${first}, ${second}; @ azimuth and distance, x alike, # number, ! note.`;
}

/** Codes that begin as the first word does. */
function completions(text: string, { context }: LineBook) {
  const word = /^\s*(\p{L}[\p{L}\d]*)$/u.exec(text)?.[1]?.toLowerCase();
  return word ? context.species.filter((s) => s.code.toLowerCase().startsWith(word)).slice(0, 6) : [];
}
