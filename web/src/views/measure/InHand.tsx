import { useEffect, useRef } from 'react';
import { useHands } from '../../field/hands';
import { useBook } from '../../field/use-book';
import { readingTitle } from '../../methods/reading-title';
import { sayReading } from '../../methods/say-reading';
import { signal } from '../../ui/signals';
import type { MeasureModel } from './use-measure';

/** What goes along with measuring by the way the device is held: a screen that stays on, signals, a pair's read-back. */
export default function InHand({ m }: { m: MeasureModel }) {
  const { awake, pair } = useHands();
  useSignals(m);
  useEffect(() => (awake ? stayAwake() : undefined), [awake]);
  return pair ? <ReadBack m={m} /> : null;
}

/** Keeps the screen on while the page is shown; a browser that can't does what it always does. */
function stayAwake(): () => void {
  let held: WakeLockSentinel | null = null;
  let ended = false;
  const hold = () => {
    if (document.visibilityState !== 'visible') return;
    void navigator.wakeLock
      ?.request('screen')
      .then((lock) => {
        if (ended) void lock.release();
        else held = lock;
      })
      .catch(() => {});
  };
  hold();
  document.addEventListener('visibilitychange', hold);
  return () => {
    ended = true;
    document.removeEventListener('visibilitychange', hold);
    void held?.release().catch(() => {});
  };
}

/** Tells that something came to this device's disk, or that what was just read is doubted or refused. */
function useSignals(m: MeasureModel): void {
  const { sound, buzz } = useHands();
  const storing = useBook((s) => s.storing);
  const trouble = useBook((s) => s.trouble);
  const [finding] = m.findings();
  const doubt = m.refusal ?? trouble ?? (finding && finding.severity !== 'advice' ? `${finding.code} ${finding.what}` : null);
  const before = useRef({ storing, doubt });
  useEffect(() => {
    const then = before.current;
    before.current = { storing, doubt };
    if (!sound && !buzz) return;
    if (doubt !== null && doubt !== then.doubt) signal('look again', { sound, buzz });
    else if (then.storing > 0 && storing === 0) signal('kept', { sound, buzz });
  }, [storing, doubt, sound, buzz]);
}

/** What was kept last, large enough to be read out; what is read blind once more hides what it was the first time. */
function ReadBack({ m: { newest, step, hand, prefs } }: { m: MeasureModel }) {
  return hand.again && step ? (
    <div className="flex flex-1 flex-col items-center justify-center p-4 text-center" data-blind>
      <p className="text-head font-bold">{step.title}, once more</p>
      <p className="text-soft">The first reading is hidden until this one is kept.</p>
    </div>
  ) : (
    <p
      className="flex min-h-13 shrink-0 flex-wrap items-baseline justify-between gap-x-4 border-t-2 border-ink bg-sheet px-3"
      aria-live="polite"
      data-read-back
    >
      {newest && (
        <>
          <span className="text-lead">{readingTitle(newest)}</span>
          <b className="figure text-reading leading-tight">{sayReading(newest, prefs.units)}</b>
        </>
      )}
    </p>
  );
}
