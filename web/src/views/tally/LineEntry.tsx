import { type ProtocolOptions, sayCall } from '@arbolito/core';
import { memo, type RefObject, useState } from 'react';
import type { SpeciesCodes } from '../../book/plot-scene';
import type { RecordOf } from '../../contract/envelope';
import { DECIMAL } from '../../ui/decimal';
import { verdictOf } from '../../ui/plot/plot-words';
import { LinePad } from './LinePad';
import type { LineBook, MeantLine } from './use-line';

interface Props {
  readonly text: string;
  readonly onText: (text: string) => void;
  readonly field: RefObject<HTMLInputElement | null>;
  readonly meant: MeantLine;
  readonly lines: LineBook;
  /** The species that goes on. */
  readonly last: RecordOf<'species'>['body'] | null;
  readonly codes: SpeciesCodes;
  readonly protocol: ProtocolOptions;
  /** Whether Enter was pressed on this very line and did not keep it. */
  readonly asked: boolean;
  readonly tag: string;
  readonly correcting: boolean;
  readonly readBack: string | null;
  readonly aside: readonly string[];
  readonly onAside: () => void;
  readonly onFromAside: (line: string) => void;
  readonly onKeep: () => void;
  readonly onLeave: () => void;
  readonly canUndo: boolean;
  readonly onUndo: () => void;
}

const coarse = () => typeof matchMedia === 'function' && matchMedia('(pointer: coarse)').matches;

/** The line: what is typed, what it was understood as, and what is wrong with it. */
export const LineEntry = memo(function LineEntry(p: Props) {
  const [letters, setLetters] = useState(() => !coarse());
  const { meant, protocol } = p;
  const bad = meant.parsed !== null && !meant.parsed.ok;
  const doubts = meant.notes.some((n) => n.severity === 'doubt');
  const type = (signs: string) => {
    const own = p.field.current;
    const [from, to] = [own?.selectionStart ?? p.text.length, own?.selectionEnd ?? p.text.length];
    // a part that begins with a blank needs none after one
    const lead = signs.startsWith(' ') && (from === 0 || /\s$/.test(p.text.slice(0, from))) ? signs.trimStart() : signs;
    const next = p.text.slice(0, from) + lead + p.text.slice(to);
    p.onText(next);
    requestAnimationFrame(() => own?.setSelectionRange(from + lead.length, from + lead.length));
  };
  return (
    <div className="flex flex-col gap-1.5">
      {p.aside.length > 0 && (
        <div className="flex gap-1.5 overflow-x-auto" data-aside>
          <span className="self-center text-small whitespace-nowrap text-soft">To mend:</span>
          {p.aside.map((line) => (
            <button key={line} type="button" className="chip figure max-w-56 truncate px-2" onClick={() => p.onFromAside(line)}>
              {line}
            </button>
          ))}
        </div>
      )}
      <form
        onSubmit={(e) => {
          e.preventDefault();
          p.onKeep();
        }}
      >
        <div className="flex items-center gap-2">
          <input
            ref={p.field}
            id="line"
            // biome-ignore lint/a11y/noAutofocus: whoever opens a tally types a line next
            autoFocus
            aria-label={p.correcting ? `Line of tree ${p.tag}` : 'Line of the next tree'}
            aria-invalid={bad && p.asked}
            aria-describedby="line-says"
            className="box figure min-w-0 flex-1 border-resin! text-head"
            inputMode={letters ? 'text' : 'none'}
            autoComplete="off"
            autoCorrect="off"
            autoCapitalize="none"
            spellCheck={false}
            maxLength={300}
            placeholder={p.last ? `${p.last.code} …` : 'sp 31.4'}
            value={p.text}
            onChange={(e) => p.onText(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === 'Escape' && (p.correcting || p.text !== '')) p.onLeave();
              if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === 'z' && p.text === '' && p.canUndo) {
                e.preventDefault();
                p.onUndo();
              }
            }}
          />
          {p.correcting && (
            <button type="button" className="chip" onClick={p.onLeave}>
              leave it
            </button>
          )}
        </div>
        <Says {...p} />
        {bad && p.asked && (
          <button type="button" className="chip mt-1 px-3" onClick={p.onAside}>
            lay the line aside, go on with the next tree
          </button>
        )}
        <div className="desk:hidden">
          <LinePad
            species={padSpecies(p.codes, p.lines)}
            decimal={DECIMAL}
            units={protocol.units}
            ownFields={p.lines.context.ownFields}
            canUndo={p.canUndo}
            onType={type}
            onErase={() => p.onText(p.text.slice(0, -1))}
            onUndo={p.onUndo}
            onLetters={() => {
              setLetters((now) => !now);
              p.field.current?.blur();
              requestAnimationFrame(() => p.field.current?.focus());
            }}
          />
        </div>
        <div className="mt-1.5 flex gap-2">
          <button type="submit" className="button button-go min-w-0 flex-1 truncate" disabled={p.text.trim() === ''}>
            {p.correcting ? `Correct tree ${p.tag}` : doubts && p.asked ? `Keep tree ${p.tag} all the same` : `Tree ${p.tag}`}{' '}
            <span aria-hidden="true">↵</span>
          </button>
          <button type="button" className="button hidden desk:inline-flex" disabled={!p.canUndo} onClick={p.onUndo}>
            Undo
          </button>
        </div>
      </form>
    </div>
  );
});

/** What the line was understood as, and the one thing to do about it. */
function Says({ meant, lines, last, protocol, asked, readBack, text }: Props) {
  const { parsed, row, notes, body } = meant;
  const [worst, ...more] = notes;
  const { inclusion } = row?.onPlot ?? { inclusion: null };
  const place = body?.place ?? null;
  const called = body?.called?.diameter;
  const tool = called?.kind === 'exact' && called.tool !== 'estimate' ? 'diameter-tape' : 'estimate';
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
          <p data-understood>{sayCall(parsed.tree, lines.context, last?.name)}</p>
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
  const [thin, long] = context.units === 'us' ? ['in', 'ft'] : ['cm', 'm'];
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

/** The species called most first, then the others of the list. */
function padSpecies(codes: SpeciesCodes, { context }: LineBook) {
  const rank = new Map([...codes.keys()].map((name, i) => [name, i]));
  return [...context.species].sort((a, b) => (rank.get(a.name) ?? codes.size) - (rank.get(b.name) ?? codes.size));
}
