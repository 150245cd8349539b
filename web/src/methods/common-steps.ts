import type { Preferences } from '../field/preferences';
import type { StepSpec } from './define';
import { diameter } from './diameter-draft';
import { airOf, isShot, sighting } from './sighting';
import type { Around, StepId } from './step';
import { type Draft, degrees, length, no, number, pair, two } from './typed';

/** Steps that several methods share, or that belong to none. */
export const COMMON_STEPS = {
  trunk: {
    title: 'Trunk',
    short: 'trunk',
    ask: 'What does the trunk do? It decides where the tape goes.',
    draft: () => no('What the trunk does is tapped, not typed.'),
    cautions: ['vines'],
  },
  dbh: {
    title: 'Tape',
    short: 'tape',
    ask: 'Read the tape at breast height.',
    pad: 'diameter',
    draft: (text, p, around) => diameter('dbh', text, p, around),
    cautions: ['look-up'],
  },
  upper: {
    title: 'Upper diameter',
    short: 'upper diam.',
    ask: 'Read the diameter higher up the stem.',
    pad: 'diameter',
    draft: (text, p, around) => diameter('upper', text, p, around),
  },
  distance: {
    title: 'Distance',
    short: 'distance',
    ask: 'Step back about one tree length and tape the distance.',
    pad: 'length',
    draft: distance,
    cautions: ['walk-back'],
  },
  ground: {
    title: 'Slope',
    short: 'slope',
    ask: 'Sight the ground to the tree, at your eye height on the stem; or say its rise over its run, for example 3:20.',
    assumes: 'level is assumed',
    draft: slope,
  },
  tip: { title: 'Tip', short: 'tip', ask: 'Sight the highest point over the stem.' },
  base: { title: 'Base', short: 'base', ask: 'Sight the foot of the stem, where the ground meets it.' },
  mark: { title: 'Mark', short: 'mark', ask: 'Sight the mark on the stem.' },
  'mark-height': {
    title: 'Mark height',
    short: 'mark height',
    ask: 'How high is the mark above the ground?',
    draft: (text, p) => length('mark height', 30, text, p, (value, unit) => ({ kind: 'mark-height', value, unit })),
    unit: 'length',
    assumes: 'your eye’s height stands for it on level ground',
  },
  'crown-base': { title: 'Crown base', short: 'crown base', ask: 'Sight the first living branch of the crown.' },
  merchantable: { title: 'Merchantable top', short: 'merch. top', ask: 'Sight where the merchantable stem ends.' },
  stump: { title: 'Stump', short: 'stump', ask: 'Sight where the stem will be cut, at the height the contract says.' },
  point: {
    title: 'Another point',
    short: 'point',
    ask: 'Name a place on the stem and sight it, for example: defect 38.',
    pad: 'pair',
    draft: point,
  },
  plumb: {
    title: 'Under the tip',
    short: 'under the tip',
    ask: 'Tape the level distance to the point plumb below the tip.',
    draft: (text, p) =>
      length('under the tip', 500, text, p, (value, unit) => ({ kind: 'distance', value, unit, along: 'level', to: 'plumb' })),
    unit: 'length',
  },
  lean: {
    title: 'Lean',
    short: 'lean',
    ask: 'How far does the whole stem lean, in degrees from plumb?',
    pad: 'count',
    draft: (text, _, around) => lean(text, around),
  },
  crown: {
    title: 'Broad crown',
    short: 'broad crown',
    ask: 'How far does the crown reach out, and how far up from there to the tip? Two lengths.',
    pad: 'pair',
    draft: (text, p) =>
      two(text, p, 'how far out, then how far up to the tip, for example 5 4', (halfWidth, depth, unit) => ({
        kind: 'crown',
        halfWidth,
        depth,
        unit,
      })),
    unit: 'length',
  },
  bearing: {
    title: 'Bearing',
    short: 'bearing',
    ask: 'Compass bearing to the stem, in degrees: heights from several sides then say how far they share their error.',
    pad: 'count',
    draft: bearing,
  },
  'crown-spread': {
    title: 'Crown spread',
    short: 'spread',
    ask: 'How far does the crown reach across, and at right angles to that? Two lengths.',
    pad: 'pair',
    draft: (text, p) =>
      two(text, p, 'the widest axis, then the one at right angles, for example 9.2 7.4', (first, second, unit) => ({
        kind: 'crown-spread',
        first,
        second,
        unit,
      })),
    unit: 'length',
  },
  'called-height': {
    title: 'Height by eye',
    short: 'by eye',
    ask: 'How tall is it? Say it before you measure: it counts in no height, and shows what your eye is worth.',
    draft: (text, p) => length('tree', 150, text, p, (value, unit) => ({ kind: 'called-height', value, unit })),
    unit: 'length',
  },
  neighbour: {
    title: 'To another tree',
    short: 'to a tree',
    ask: 'How far is it to another tree, centre to centre? The length, then that tree’s tag: 4.2 3·08.',
    pad: 'pair',
    draft: (text, p) =>
      pair(text, p, 'the length, then the tag of the other tree, for example 4.2 3·08', (l, to) =>
        to === null
          ? no('Which tree? The length, then its tag: 4.2 3·08.')
          : to.length > 40
            ? no('A tag has at most 40 characters.')
            : { kind: 'neighbour', ...l, to },
      ),
    unit: 'length',
  },
  'earlier-height': {
    title: 'Earlier height',
    short: 'earlier height',
    ask: 'A finished height of another year: the height, its year, and how it was measured if that is known: 17.5 2011 clinometer.',
    pad: 'pair',
    draft: earlierHeight,
    unit: 'length',
  },
  room: {
    title: 'Room',
    short: 'room',
    ask: 'How far from the stem can you go here and still see tip and base? It decides where to stand.',
    draft: (text, p) => length('room', 500, text, p, (value, unit) => ({ kind: 'room', value, unit })),
    unit: 'length',
  },
  'log-scale': {
    title: 'Stick’s log scale',
    short: 'log scale',
    ask: 'Read the logs on the stick’s log scale, base to merchantable top.',
    pad: 'count',
    draft: logScale,
  },
  logs: { title: 'Logs', short: 'logs', ask: 'Count logs and half logs above the stump.', pad: 'count', draft: logs },
  'eye-height': {
    title: 'Eye height',
    short: 'eye height',
    ask: 'How high is your eye above the ground?',
    draft: (text, p) => length('eye height', 10, text, p, (value, unit) => ({ kind: 'eye-height', value, unit })),
    unit: 'length',
  },
} satisfies Partial<Record<StepId, StepSpec>>;

function distance(text: string, p: Preferences): Draft {
  const { by, to } = p;
  if (by === 'paces') {
    const n = number(text);
    if (n === null || !(n > 0 && n <= 1000)) return no(`“${text.trim()}” is no count of paces: a number above 0, at most 1000.`);
    return { ok: true, echo: `${n} paces`, read: { kind: 'paces', value: n, along: p.along === 'slope' ? 'slope' : 'level', to } };
  }
  const tool = by === 'tape' ? {} : { by, ...airOf(by, p) };
  if (p.along !== 'sight') {
    const { along } = p;
    return length('distance', 500, text, p, (value, unit) => ({ kind: 'distance', value, unit, along, to, ...tool }));
  }
  return pair(text, p, 'the distance, then the angle of that sight in degrees, for example 24.4 -3', (l, rest) =>
    rest === null
      ? no('The distance lies along a line of sight: type its angle in degrees beside it, for example 24.4 -3.')
      : degrees(rest, (elevation) => ({ kind: 'distance', ...l, along: 'sight', to, elevation, ...tool })),
  );
}

function bearing(text: string): Draft {
  const n = number(text.replace('°', ''));
  if (n === null || !(n >= 0 && n <= 360)) return no(`“${text.trim()}” is no bearing: degrees from north, 0 to 360.`);
  return { ok: true, echo: `${n}°`, read: { kind: 'bearing', value: n } };
}

/** What a lean toward, away or aside is to the shadow, for somebody at the shadow's end. */
const FROM_SHADOW = { eye: 0, side: 90, away: 180 } as const;

function lean(text: string, { beside, method }: Around): Draft {
  const n = number(text.replace('°', ''));
  if (n === null || !(n >= 0 && n <= 60)) return no(`“${text.trim()}” is no lean: degrees from plumb, 0 to 60.`);
  const shadow = method === 'shadow' ? { fromShadow: FROM_SHADOW[beside.leanTo] } : {};
  return { ok: true, echo: `${n}°`, read: { kind: 'lean', value: n, toward: beside.leanTo, ...shadow } };
}

function logScale(text: string, p: Preferences): Draft {
  const n = number(text);
  if (n === null || !(n > 0 && n <= 12)) return no(`“${text.trim()}” logs: a figure of the log scale, above 0, at most 12.`);
  return {
    ok: true,
    echo: `${n} on the log scale`,
    read: { kind: 'log-scale', value: n, ...(p.stickReach === null ? {} : { designReach: p.stickReach }) },
  };
}

/** A name, then what was read of it. */
function point(text: string, p: Preferences, around: Around): Draft {
  const words = text.trim().split(/\s+/);
  const figures = isShot('point', around.method) ? 2 : 1;
  const name = words.slice(0, -figures).join(' ');
  if (name === '' || name.length > 40) return no('A name, then the sighting: for example defect 38.');
  const read = sighting('point', words.slice(-figures).join(' '), p, around);
  if (!read.ok || (read.read.kind !== 'angle' && read.read.kind !== 'shot')) return read;
  return { ok: true, echo: `${name}: ${read.echo}`, read: { ...read.read, name } };
}

function logs(text: string): Draft {
  const n = Number(
    text
      .trim()
      .replace(',', '.')
      .replace(/^(\d*) ?(?:1\/2|½)$/, (_, whole: string) => String(Number(whole || 0) + 0.5)),
  );
  if (!(n > 0 && n <= 12 && Number.isInteger(n * 2)))
    return no(`“${text.trim()}” logs: whole and half logs from 0.5 to 12, for example 2.5.`);
  return { ok: true, read: { kind: 'logs', value: n }, echo: n === 1 ? '1 log' : `${n} logs` };
}

const RISE_AND_RUN = /^([+\-−▲▼])?\s*(\d+(?:[.,]\d+)?)\s*(?::|in)\s*(\d+(?:[.,]\d+)?)$/i;

/** The slope of the ground, uphill to the tree positive: a sight along it, or how far it rises over how far it runs, as per cent. */
function slope(text: string, p: Preferences, around: Around): Draft {
  const said = RISE_AND_RUN.exec(text.trim());
  if (!said) return sighting('ground', text, p, around);
  const [, sign, rise = '', run = ''] = said;
  const [up, along] = [rise, run].map((n) => Number(n.replace(',', '.'))) as [number, number];
  if (!(along > 0)) return no(`“${text.trim()}”: the run is above 0, as in 3:20.`);
  const value = Math.round(((sign && sign !== '+' && sign !== '▲' ? -1 : 1) * 1e4 * up) / along) / 100;
  const read = sighting('ground', `${value}%`, p, around);
  return read.ok ? { ...read, echo: `${text.trim()} = ${read.echo}` } : read;
}

/** A height of another year: its figure, the year, and in words how it was measured. */
function earlierHeight(text: string, p: Preferences): Draft {
  const [figure = '', year = '', ...how] = text.trim().split(/\s+/);
  if (!/^(18|19|20)\d\d$|^2100$/.test(year)) return no('The height, then the year it was measured in, from 1800 to 2100: 17.5 2011.');
  const method = how.join(' ');
  if (method.length > 40) return no('How it was measured is told in at most 40 characters.');
  const read = length('tree', 150, figure, p, (value, unit) => ({
    kind: 'earlier-height',
    value,
    unit,
    year: Number(year),
    ...(method ? { method } : {}),
  }));
  return read.ok ? { ...read, echo: `${read.echo} in ${year}${method ? `, ${method}` : ''}` } : read;
}
