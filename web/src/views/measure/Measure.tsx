import { sightLayout } from '@arbolito/core';
import { useMemo, useRef, useState } from 'react';
import { useDisplay } from '../../ui/display';
import { KeptState } from '../../ui/KeptState';
import { Mark } from '../../ui/Mark';
import { ReadingPad } from '../../ui/ReadingPad';
import { SightSheet } from '../../ui/SightSheet';
import { useDesk, useSize } from '../../ui/use-size';
import { Chips } from './Chips';
import { Results } from './Results';
import { SpeciesSelect, Trail } from './Trail';
import { useKeyboard } from './use-keyboard';
import { type MeasureModel, useMeasure } from './use-measure';

const LENGTH_STEPS: ReadonlySet<string> = new Set(['dbh', 'distance', 'mark-height', 'eye-height']);
const DECIMAL = (1.5).toLocaleString().includes(',') ? ',' : '.';

/** The heart: the sight sheet in the middle, the steps on one side, the pad on the other; a phone stacks them. */
export default function Measure() {
  const m = useMeasure();
  const [trail, setTrail] = useState(false);
  const desk = useDesk();
  const [display, nextDisplay] = useDisplay();
  const input = useRef<HTMLInputElement>(null);
  useKeyboard(m, input);

  if (!m.ready) return <NotHere m={m} />;
  return (
    <div className="grid h-dvh grid-rows-[52px_auto_minmax(0,1fr)_auto] overflow-hidden desk:grid-cols-[264px_minmax(0,1fr)_324px] desk:grid-rows-[60px_auto_minmax(0,1fr)]">
      <header className="flex min-w-0 items-center gap-2 border-b-2 border-ink px-2 desk:col-span-3 desk:gap-4 desk:px-4">
        <a
          href={m.survey ? `/tally?survey=${m.survey.entity}` : '/'}
          className="flex min-h-12 min-w-12 items-center gap-2 font-bold desk:text-[19px]"
          aria-label="Back to the survey"
        >
          <Mark />
          <span className="hidden desk:inline">Arbolito</span>
        </a>
        <span className="hidden min-w-0 truncate text-soft desk:block">{m.survey?.body.name ?? 'Single trees'}</span>
        <span className="figure shrink-0 font-bold desk:hidden">{m.tree.tag}</span>
        <div className="min-w-0 flex-1 desk:hidden">
          <SpeciesSelect m={m} />
        </div>
        <span className="ml-auto hidden text-[15px] text-soft desk:block" role="status">
          <KeptState state={m.state} />
        </span>
        <button
          type="button"
          className="chip hidden px-3 desk:inline-flex"
          onClick={nextDisplay}
          aria-label={`Display: ${display}. Change it`}
        >
          {display}
        </button>
        <button type="button" className="chip desk:hidden" aria-expanded={trail} onClick={() => setTrail(!trail)}>
          {trail ? 'sheet' : 'steps'}
        </button>
      </header>

      <aside
        className="hidden overflow-auto border-r border-rule p-4 desk:row-span-2 desk:row-start-2 desk:block"
        aria-label="The tree and its steps"
      >
        {desk && <Trail m={m} />}
      </aside>

      <main className="contents">
        <div className="desk:col-start-2 desk:row-start-2">
          <Results m={m} />
        </div>
        {trail ? (
          <div className="row-span-2 overflow-auto p-4 desk:hidden">
            <Trail m={m} onPick={() => setTrail(false)} />
            <div className="mt-4 flex items-center justify-between gap-3 text-[15px] text-soft">
              <KeptState state={m.state} />
              <button type="button" className="chip px-3" onClick={nextDisplay} aria-label={`Display: ${display}. Change it`}>
                {display}
              </button>
            </div>
          </div>
        ) : null}
        <div className={`${trail ? 'hidden desk:flex' : 'flex'} min-h-0 flex-col desk:col-start-2 desk:row-start-3`}>
          <Sheet m={m} />
          <Remedy m={m} />
        </div>

        <section
          aria-label="Reading"
          className={`${trail ? 'hidden desk:flex' : 'flex'} flex-col gap-1.5 p-2 desk:col-start-3 desk:row-span-2 desk:row-start-2 desk:gap-3 desk:border-l desk:border-rule desk:p-4`}
        >
          <Field m={m} input={input} />
          <Chips m={m} />
          <Pad m={m} />
        </section>
      </main>
    </div>
  );
}

/** Until the survey asked for is on this device nothing can be measured in it: its protocol is not known. */
function NotHere({ m }: { m: MeasureModel }) {
  const waiting = !m.state.loaded || m.state.reached === null;
  return (
    <main className="p-6">
      <h1 className="text-[20px] font-semibold">{waiting ? 'Opening the book …' : 'This survey is not on this device'}</h1>
      {!waiting && (
        <>
          <p className="my-3 max-w-prose text-soft">
            It could not be fetched just now. A single tree can be measured all the same, and moved into the survey later.
          </p>
          <a className="button button-go" href="/measure">
            Measure one tree
          </a>
        </>
      )}
    </main>
  );
}

function Sheet({ m }: { m: MeasureModel }) {
  const [frame, size] = useSize<HTMLDivElement>();
  const layout = useMemo(
    () => size && size.width > 0 && sightLayout(m.scene, { width: Math.max(240, size.width), height: Math.max(140, size.height) }),
    [m.scene, size],
  );
  const name = `Sight sheet of tree ${m.tree.tag}, to scale`;
  return (
    <div ref={frame} className="relative min-h-0 flex-1 overflow-hidden contain-strict">
      {/* a layer of its own: the drawing changes with every key, the ruled paper never does */}
      <div className="ruled absolute inset-0 will-change-transform" />
      {layout && (
        <SightSheet
          layout={layout}
          crownGhost={m.scene.crownGhost}
          heightGhost={m.scene.heightGhost}
          pomGhost={m.scene.pomGhost}
          distanceGhost={m.scene.distance.ghost}
          now={m.place.at}
          name={name}
          onPick={m.pick}
        />
      )}
    </div>
  );
}

/** At most one remedy at a time, the most valuable. */
function Remedy({ m }: { m: MeasureModel }) {
  const finding = m.findings[0];
  const contested = m.tree.contested > 0;
  if (!finding && !contested) return null;
  return (
    <div
      role="status"
      className={`border-l-4 px-3 py-1.5 text-[14px] leading-snug ${contested || finding?.severity !== 'advice' ? 'border-berry bg-berry-bg' : 'border-slate bg-slate-bg'}`}
      data-finding={finding?.code}
    >
      {contested ? (
        'Two versions of a reading contradict each other. Open the steps and choose one under History.'
      ) : finding ? (
        <button type="button" className="min-h-12 w-full text-left" onClick={() => m.pick(finding.target)}>
          {finding.what} <span className="hidden desk:inline">{finding.why} </span>
          <b>{finding.remedy}</b>
        </button>
      ) : null}
    </div>
  );
}

function Field({ m, input }: { m: MeasureModel; input: React.RefObject<HTMLInputElement | null> }) {
  const { step, place, draft, refusal } = m;
  if (!step) {
    return (
      <div className="flex min-h-[52px] flex-col justify-center">
        <h1 className="text-[18px] font-semibold">Tree {m.tree.tag} is kept</h1>
        <p className="text-[14px] text-soft">
          {refusal ?? (m.findings[0] ? 'One thing to look at before you go.' : 'Nothing more is needed. Enter goes to the next tree.')}
        </p>
      </div>
    );
  }
  const position = m.steps.findIndex((s) => s.id === step.id);
  const previous = m.steps[position - 1];
  const said = place.again ? null : step.said;
  const help = refusal ?? (draft && !draft.ok ? null : draft?.ok && draft.echo !== place.text ? draft.echo : null);
  return (
    <div className="flex flex-col gap-1">
      <div className="sr-only desk:not-sr-only">
        <h1 className="text-[18px] font-semibold">{step.title}</h1>
        <p className="text-[14.5px] text-soft">{step.ask}</p>
      </div>
      <div className="flex gap-1.5">
        <button
          type="button"
          className="chip desk:hidden"
          aria-label={previous ? `back to ${previous.short}` : 'no step before this one'}
          disabled={!previous}
          onClick={() => previous && m.go(previous.id)}
        >
          ‹
        </button>
        <label className="flex h-[52px] min-w-0 flex-1 items-center [contain:size_layout] gap-2 rounded-[10px] border-[2.5px] border-resin bg-field px-2.5">
          <span className="shrink-0 text-[13px] leading-tight text-soft desk:sr-only">
            {step.title}
            {place.again ? ', again' : ''}
          </span>
          <input
            ref={input}
            className="figure w-full min-w-0 bg-transparent text-right text-[28px] outline-none placeholder:text-soft placeholder:opacity-100 desk:text-[34px]"
            inputMode="none"
            enterKeyHint="next"
            autoComplete="off"
            spellCheck={false}
            aria-label={`${step.title}: ${step.ask}`}
            aria-invalid={refusal !== null}
            aria-describedby="field-help"
            placeholder={said ?? ''}
            value={place.text}
            maxLength={120}
            onChange={(e) => m.type(e.target.value)}
          />
        </label>
      </div>
      <p
        id="field-help"
        aria-live="polite"
        className={`truncate text-[14px] leading-[18px] ${refusal ? 'min-h-[18px] text-berry whitespace-normal' : 'h-[18px] text-soft contain-strict'}`}
      >
        {help ?? <span className="desk:hidden">{step.ask}</span>}
      </p>
    </div>
  );
}

function Pad({ m }: { m: MeasureModel }) {
  const { step, place, steps } = m;
  const { text } = place;
  const from = steps.findIndex((s) => s.id === place.at);
  const next = steps.slice(from + 1).find((s) => !s.optional && s.readings.length === 0);
  const onward = next ? next.short : 'done';
  if (!step) {
    return (
      <div className="flex gap-1.5" data-pad>
        <button type="button" className="key px-5" aria-label="undo the last kept reading" disabled={!m.canUndo} onClick={m.undo}>
          ↶
        </button>
        <button type="button" className="key key-go flex-1" onClick={m.enter}>
          Next tree <span aria-hidden="true">↵</span>
        </button>
      </div>
    );
  }
  const go = text.trim() ? `Keep, then ${onward}` : step.said ? `On: ${onward}` : `Skip to ${onward}`;
  const kind = step.id === 'logs' ? 'count' : LENGTH_STEPS.has(step.id) ? 'length' : 'angle';
  return (
    <ReadingPad
      kind={kind}
      decimal={DECIMAL}
      go={go}
      again={place.again}
      canRepeat={Boolean(step?.said)}
      canUndo={m.canUndo}
      onType={(sign) => m.type(text + sign)}
      onSign={(sign) => m.type(sign + text.replace(/^[+\-−▲▼]/, ''))}
      onErase={() => m.type(text.slice(0, -1))}
      onUndo={m.undo}
      onAgain={() => m.setPlace((p) => ({ ...p, again: !p.again, text: '' }))}
      onGo={m.enter}
    />
  );
}
