import type { Situation } from './situations';

/** A stem in a few strokes: what each situation looks like. */
const STROKES: Readonly<Record<Situation, string>> = {
  straight: 'M14 3V29M26 3V29M8 29H32',
  slope: 'M14 3V29M26 3V25M4 32L36 21',
  lean: 'M12 29L20 3M24 29L32 3M6 29H34',
  swelling: 'M15 3V10C15 13 10 13 10 17S15 21 15 24V29M25 3V10C25 13 30 13 30 17S25 21 25 24V29M8 29H32',
  fork: 'M15 29V18L8 3M25 29V18L32 3M17 3L20 12L23 3M8 29H32',
  stems: 'M13 29L8 3M17 29L15 3M23 29L25 3M27 29L32 3M6 29H34',
  butt: 'M15 3V17C15 24 12 27 8 29M25 3V17C25 24 28 27 32 29M4 29H36',
  branches: 'M15 3V29M25 3V29M15 16L5 10M15 20L6 17M25 16L35 10M25 20L34 17M8 29H32',
  vines: 'M15 3V29M25 3V29M13 26C24 24 28 21 20 18S14 12 27 9M8 29H32',
  snow: 'M15 3V29M25 3V29M4 22C10 18 14 25 20 22S31 19 36 23M8 29H32',
};

export const SituationIcon = ({ of }: { of: Situation }) => (
  <svg
    width="40"
    height="34"
    viewBox="0 0 40 34"
    aria-hidden="true"
    fill="none"
    stroke="currentColor"
    strokeWidth="2.2"
    strokeLinecap="round"
  >
    <path d={STROKES[of]} />
  </svg>
);
