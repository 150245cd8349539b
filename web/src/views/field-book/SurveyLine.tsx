import { formatNumber } from '@arbolito/core';
import type { Page } from '../../book/pages';
import { bookStore } from '../../field/book-store';
import type { Coming as HowFar } from '../../field/store';
import { Coming } from '../../ui/Coming';
import { Picture } from './Picture';

const trees = (n: number) => `${n} ${n === 1 ? 'tree' : 'trees'}`;

const OF = { volume: 'volume', basalArea: 'basal area', trees: 'trees' } as const;
/** With its sign on one line. */
const percentOf = (share: number) => `${formatNumber(share * 100, share < 0.1 ? 1 : 0)}\u00a0%`;
/** What the survey's goal still needs; nothing where none was set. */
function towards({ error, needed, plots }: NonNullable<Page['precision']>): string | false {
  if (error === null || needed === null) return false;
  if (needed === 'beyond') return `more than a million plots for ±\u00a0${percentOf(error)}`;
  const more = Math.max(0, needed - plots);
  return more === 0
    ? `its goal of ±\u00a0${percentOf(error)} is reached`
    : `about ${more} more ${more === 1 ? 'plot' : 'plots'} for ±\u00a0${percentOf(error)}`;
}

/** A survey that is on this device: its picture, how far it is, what it still needs. */
export function PageLine({ page: p, coming }: { page: Page; coming: HowFar | undefined }) {
  const says = [
    p.plots.length > 0 && `${p.finished} of ${p.planned} ${p.kind === 'points' ? 'points' : p.kind === 'strip' ? 'strips' : 'plots'}`,
    trees(p.trees),
    p.tallest && `tallest ${p.tallest}`,
    p.typicalError && `heights ±\u00a0${p.typicalError}`,
    p.precision && `${OF[p.precision.of]} ±\u00a0${percentOf(p.precision.reached)}`,
  ];
  const needs = [
    p.withoutDiameter > 0 && `${p.withoutDiameter} without a diameter`,
    p.wantHeight > 0 && `${p.wantHeight} want a height`,
    p.precision && towards(p.precision),
  ].filter(Boolean);
  const done =
    p.plots.length > 0 ? p.finished / p.planned : p.trees === 0 ? 0 : Math.min(1, p.withHeight / (p.withHeight + p.wantHeight || 1));
  return (
    <Line id={p.id} name={p.name} place={p.place} picture={<Picture page={p} />} coming={coming} tall>
      <span className="block text-plain">
        {says.filter(Boolean).join(', ').replaceAll(' m', '\u00a0m')}
        {p.doubtful > 0 && <span className="font-semibold text-berry">, {p.doubtful} to look at</span>}
      </span>
      {needs.length > 0 && <span className="block text-plain text-soft">{needs.join(', ')}</span>}
      <svg viewBox="0 0 100 2" preserveAspectRatio="none" className="mt-1 h-1.5 w-full max-w-80" aria-hidden="true">
        <rect width="100" height="2" fill="var(--rule)" />
        <rect width={100 * done} height="2" fill="var(--wood)" />
      </svg>
    </Line>
  );
}

/** A survey as the server lists it. */
export interface Other {
  readonly id: string;
  readonly name: string;
  readonly place: string | null;
  readonly trees: number;
  readonly bytes?: number;
}

interface OtherProps {
  readonly survey: Other;
  /** What it weighs, as text, where it would have to be fetched. */
  readonly weighs: string | null;
  /** One that is chosen may not be here yet. */
  readonly here: 'coming' | 'no';
  readonly coming: HowFar | undefined;
}

/** A survey that is not here, or on its way. */
export function OtherLine({ survey: { id, name, place, trees: n }, weighs, here, coming }: OtherProps) {
  return (
    <Line id={id} name={name} place={place} coming={coming} take={here === 'no'} tall={here === 'coming'}>
      <span className="block text-plain">
        {[trees(n), weighs].filter(Boolean).join(', ')}
        {here === 'no' && <span className="text-soft">, not on this device</span>}
        {here === 'coming' && !coming && <span className="text-soft"> …</span>}
      </span>
    </Line>
  );
}

interface LineProps {
  readonly id: string;
  readonly name: string;
  readonly place: string | null;
  readonly picture?: React.ReactNode;
  readonly coming: HowFar | undefined;
  readonly take?: boolean;
  /** As high as a line with all that is known of a survey: what stands below stays where it is when that comes. */
  readonly tall?: boolean;
  readonly children: React.ReactNode;
}

function Line({ id, name, place, picture, coming, take = false, tall = false, children }: LineProps) {
  return (
    <li className="flex flex-wrap items-center gap-x-3 border-b border-edge py-1">
      <a
        href={`/trees?survey=${id}`}
        className={`grid ${tall ? 'min-h-40 desk:min-h-34' : 'min-h-20'} min-w-0 flex-[1_1_20rem] items-center gap-4 py-2 desk:grid-cols-[140px_minmax(0,1fr)] ${take ? '' : 'grid-cols-[84px_minmax(0,1fr)]'}`}
      >
        <span className={take ? 'hidden desk:block' : ''}>{picture}</span>
        <span className="min-w-0">
          <span className="block text-lead font-semibold">{name}</span>
          {place && <span className="block text-plain text-soft">{place}</span>}
          {children}
          {coming && <Coming {...coming} />}
        </span>
      </a>
      <span className="ml-auto flex gap-2 py-1">
        {take && (
          <button type="button" className="button" aria-label={`Take ${name} along`} onClick={() => void bookStore.takeAlong(id)}>
            Take along
          </button>
        )}
        <a href={`/measure?survey=${id}`} className="button" aria-label={`Measure in ${name}`}>
          Measure
        </a>
      </span>
    </li>
  );
}
