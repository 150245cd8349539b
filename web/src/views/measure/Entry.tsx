import { type HeightResult, heightTolerance, metres, showHeight, showPom, worthRepeating } from '@arbolito/core';
import { memo, useLayoutEffect } from 'react';
import type { DistanceWay } from '../../book/slots';
import { useBook } from '../../field/use-book';
import type { PadKind } from '../../methods/define';
import { PART_WORDS } from '../../methods/part-words';
import { sayReading } from '../../methods/say-reading';
import { STEPS } from '../../methods/steps';
import { DECIMAL } from '../../ui/decimal';
import { ReadingPad } from '../../ui/ReadingPad';
import type { StepId } from './steps';
import type { MeasureModel } from './use-measure';

/** What fits beside a thumb in one line, characters; a longer sentence has two, and keeps them while digits are typed. */
const ONE_LINE = 52;

const UNSEEN = 'The checks are not on this device yet: they come when the server answers. Enter goes to the next tree.';

/** Whether the tree's last readings are on this device's disk by now. */
const Kept = () => (useBook((s) => s.storing > 0) ? 'is being kept …' : 'is kept');

export function Field({ m, input }: { m: MeasureModel; input: React.RefObject<HTMLInputElement | null> }) {
  const { step, hand, refusal } = m;
  // written after all else of the drawing has changed: moving the caret lays the page out, and once is enough
  useLayoutEffect(() => {
    if (input.current && input.current.value !== hand.text) input.current.value = hand.text;
  });
  const title = step ? `${step.title}${m.stems.length > 1 && step.id === 'dbh' ? ` ${m.stem}` : ''}` : '';
  const previous = m.steps[m.steps.findIndex((s) => s.id === step?.id) - 1];
  const ask = askOf(m);
  // at the tape only what this tool read would be corrected
  const own = step?.id === 'dbh' || step?.id === 'upper' ? m.kept && sayReading(m.kept, m.prefs.units) : step?.said;
  return (
    <div className="flex flex-col gap-1">
      {step ? (
        <div className="sr-only desk:not-sr-only">
          <h1 className="text-lead font-semibold">
            {title}
            {step.id === 'dbh' && m.stems.length > 1 && ` of ${m.stems.length} stems`}
          </h1>
          <p className="text-small text-soft">{ask}</p>
        </div>
      ) : (
        <div className="flex min-h-[52px] flex-col justify-center">
          <h1 className="text-lead font-semibold">
            Tree {m.tree.tag} <Kept />
          </h1>
          <p className="text-small text-soft">
            {refusal ?? (m.findings()[0] ? 'One thing to look at before you go.' : m.unseen ? UNSEEN : goodEnough(m))}
          </p>
        </div>
      )}
      {/* with the work done only put out of sight: taking it away while it has the focus lays the page out once more */}
      <div hidden={!step} className="flex gap-1.5">
        <button
          type="button"
          className="chip desk:hidden"
          aria-label={previous ? `back to ${previous.short}` : 'no step before this one'}
          disabled={!previous}
          onClick={() => previous && m.go(previous.id)}
        >
          ‹
        </button>
        {/* the field names itself; around it any tap goes to it */}
        <div className="min-w-0 flex-1">
          <label
            htmlFor="reading"
            className="flex h-[52px] items-center [contain:size_layout] gap-2 rounded-[10px] border-[2.5px] border-resin bg-field px-2.5"
          >
            <span className="shrink-0 text-note leading-tight text-soft desk:sr-only">
              {title}
              {hand.again ? ', again' : ''}
            </span>
            <ReadingInput
              input={input}
              words={step !== null && WORDS.has(step.id)}
              name={step ? `${step.title}: ${ask}` : ''}
              invalid={refusal !== null}
              placeholder={(hand.again ? null : own) ?? ''}
              onType={m.type}
            />
          </label>
        </div>
      </div>
      {step && <Help ask={ask} m={m} />}
    </div>
  );
}

/** Under the field: what is wrong with what was typed, how it was understood, or what to read. */
function Help({ ask, m: { draft, named, refusal, hand } }: { ask: string; m: MeasureModel }) {
  const lines = ask.length > ONE_LINE ? 'line-clamp-2 h-[36px]' : 'line-clamp-1 h-[18px]';
  const help =
    refusal ?? (draft?.ok && draft.echo !== hand.text ? draft.echo : null) ?? (named?.ok ? `species: ${named.species.body.name}` : null);
  return (
    <div>
      <p
        id="field-help"
        aria-live="polite"
        className={`text-small leading-[18px] ${refusal ? 'min-h-[18px] text-berry' : `text-soft contain-strict desk:line-clamp-1 desk:h-[18px] ${lines}`}`}
      >
        <span className={help === null ? 'desk:hidden' : undefined}>{help ?? ask}</span>
      </p>
    </div>
  );
}

interface ReadingInputProps {
  readonly input: React.RefObject<HTMLInputElement | null>;
  /** Words may be typed, not only digits: the device's own keys come up. */
  readonly words: boolean;
  readonly name: string;
  readonly invalid: boolean;
  readonly placeholder: string;
  readonly onType: (text: string) => void;
}

/** What is typed belongs to the field itself: digits do not pass through a redraw to come back to it. */
const ReadingInput = memo(function ReadingInput({ input, words, name, invalid, placeholder, onType }: ReadingInputProps) {
  return (
    <input
      id="reading"
      ref={input}
      className="figure w-full min-w-0 bg-transparent text-right text-page outline-none placeholder:text-soft placeholder:opacity-100 desk:text-reading"
      inputMode={words ? 'text' : 'none'}
      enterKeyHint="next"
      autoComplete="off"
      spellCheck={false}
      aria-label={name}
      aria-invalid={invalid}
      aria-describedby="field-help"
      placeholder={placeholder}
      defaultValue=""
      maxLength={120}
      onChange={(e) => onType(e.target.value)}
    />
  );
});

/** Steps at which letters are typed. */
const WORDS: ReadonlySet<StepId> = new Set(['point', 'neighbour', 'earlier-height']);

const SHOOT: Partial<Record<StepId, string>> = { mark: 'Measure to the transponder on the bark' };
const WAY_ASK: Readonly<Record<DistanceWay, string>> = {
  tape: 'tape the distance',
  paces: 'count your paces',
  laser: 'shoot the stem',
  ultrasonic: 'measure to the stem',
  'fixed-base': 'read the rangefinder',
};

/** Where to stand, as far as it is known before anything is sighted. */
function standBack({ standFirst, room, prefs: { units } }: MeasureModel): string {
  if (standFirst)
    return `It had ${showHeight(standFirst.height, units)}: stand ${showHeight(standFirst.at.distance, units)} away (±${showHeight(standFirst.at.sigma, units)})`;
  return `Step back about one tree length${room === null ? '' : `, at most ${showHeight(room, units)},`}`;
}

/** The station as a yardstick for logs: where stick and reach are alike, height is distance. */
function yardstick({ protocol, prefs: { units } }: MeasureModel): string {
  const logs = protocol.options.merchantable?.logs;
  return logs ? ` From ${showHeight(metres(2 * logs.length), units)} away a stick as long as your reach covers two.` : '';
}

/** What a tree without a height lacks. */
function stillNeeds(m: MeasureModel, reason: string): string {
  if (m.determination.station !== null) return reason;
  if (!m.result.dbh.ok) return 'No diameter is read.';
  const { heightSample = 1 } = m.protocol.options;
  if (m.heightWanted) return 'No height is read.';
  return heightSample === 0 ? 'No height is wanted here.' : `No height is wanted of this tree: one in ${heightSample} has one.`;
}

/** With the work done: whether the height is as good as the protocol asks. */
function goodEnough(m: MeasureModel): string {
  const { height } = m.result;
  if (!height.ok) return `${stillNeeds(m, height.reason)} Enter goes to the next tree.`;
  const asked = heightTolerance(m.protocol.options, height.value.value);
  const { units } = m.prefs;
  return height.value.sigma <= asked
    ? `±${showHeight(height.value.sigma, units)} is good enough: ${showHeight(asked, units)} is asked. Enter goes to the next tree.`
    : `${repeatFor(m, height.value)}Enter goes to the next tree.`;
}

/** The one reading worth repeating where the height is not good enough yet, with what that gains. */
function repeatFor({ protocol, prefs: { units } }: MeasureModel, height: HeightResult): string {
  const { repeat } = worthRepeating(height, heightTolerance(protocol.options, height.value));
  return repeat
    ? `The ${PART_WORDS[repeat.part]} once more would make ±${showHeight(height.sigma, units)} ±${showHeight(repeat.sigma, units)}. `
    : '';
}

/** What to do at the step in hand; at the tape it depends on the tool and on where the tape lies. */
function askOf(m: MeasureModel): string {
  const { step, tape, prefs } = m;
  if (step && m.shoots)
    return `${SHOOT[step.id] ?? step.ask.replace(/^Sight/, 'Shoot').replace(/\.$/, '')}: distance, then angle in degrees.`;
  if (step?.id === 'distance') return `${standBack(m)} and ${WAY_ASK[prefs.by]}.`;
  if (step?.id === 'logs') return `${step.ask}${yardstick(m)}`;
  if (step?.id !== 'dbh') return step?.ask ?? '';
  const at =
    tape.of > 1
      ? `at ${showPom(metres(tape.pom), prefs.units)}, tape ${tape.nth} of ${tape.of}`
      : tape.by === 'protocol'
        ? 'at breast height'
        : `at ${showPom(metres(tape.pom), prefs.units)}`;
  switch (prefs.tool) {
    case 'plain-tape':
      return `Read the girth ${at}. Longer than the tape: lengths with + between.`;
    case 'caliper':
      return `Read twice at right angles ${at}, with + between.`;
    case 'biltmore-stick':
      return `Read the tree face of the stick ${at}; more faces with + between.`;
    case 'optical':
      return `Read the stem’s ${prefs.optical.by === 'angle' ? 'angle in degrees' : 'bands'} ${at}.`;
    case 'estimate':
      return `How thick is it ${at}? Say it before you measure.`;
    default:
      return `Read the tape ${at}.`;
  }
}

export function Pad({ m }: { m: MeasureModel }) {
  const { step, hand, steps } = m;
  const { text } = hand;
  const from = steps.findIndex((s) => s.id === hand.at);
  const next = steps.slice(from + 1).find((s) => !s.optional && s.readings.length === 0);
  const onward = next ? next.short : 'done';
  // a tree of which only the diameter is wanted: with that read, the next one is a key away
  const canLeave =
    text.trim() === '' && step !== null && step.id !== 'dbh' && step.said === null && m.determination.station === null && m.result.dbh.ok;
  const go = text.trim() ? `Keep → ${onward}` : step?.said ? `On: ${onward}` : `Skip to ${onward}`;
  // with the work done the keys are only put out of sight, laid out as they are: the next tree needs them again at once
  return (
    <>
      {!step && (
        <div className="flex gap-1.5" data-pad>
          <button type="button" className="key px-5" aria-label="undo the last kept reading" disabled={!m.canUndo} onClick={m.undo}>
            ↶
          </button>
          <button type="button" className="key key-go flex-1" onClick={m.enter}>
            Next tree <span aria-hidden="true">↵</span>
          </button>
        </div>
      )}
      <div className={step ? undefined : 'h-0 overflow-hidden [content-visibility:hidden]'}>
        <ReadingPad
          kind={step ? padOf(m, step.id) : 'diameter'}
          decimal={DECIMAL}
          go={go}
          onNext={canLeave ? m.nextTree : null}
          again={hand.again}
          canRepeat={Boolean(m.kept)}
          canUndo={m.canUndo}
          onType={m.append}
          onSign={m.sign}
          onErase={m.erase}
          onUndo={m.undo}
          onAgain={m.toggleAgain}
          onGo={m.enter}
        />
      </div>
    </>
  );
}

/** The keys a step needs beside the digits. */
function padOf(m: MeasureModel, step: StepId): PadKind {
  if (m.shoots || (step === 'distance' && m.prefs.along === 'sight')) return 'pair';
  const { pad, unit } = STEPS[step];
  return pad ?? (unit ? 'length' : 'angle');
}
