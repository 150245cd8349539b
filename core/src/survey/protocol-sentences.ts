import { formatNumber, fromMetres, type Metres, metres, type UnitSystem } from '../units';
import { LOG_RULES } from '../volume/index';
import type { HeightChoice, MerchantableRule, ProductClass, ProtocolOptions } from './protocol';
import { type OwnField, USUALLY_COUNTED } from './tree-questions';

/** One option of a protocol, read out. */
export interface ProtocolSentence {
  readonly option: keyof ProtocolOptions;
  readonly topic: string;
  readonly text: string;
}

/**
 * A protocol in full, as sentences in the order in which one works at a tree.
 * @param p the options
 * @returns one sentence an option; none is left out
 */
export function protocolSentences(p: ProtocolOptions): readonly ProtocolSentence[] {
  const long = (m: number) => length(metres(m), p.units);
  return [
    say('units', 'Units', p.units === 'us' ? 'Diameters in inches, lengths in feet.' : 'Diameters in centimetres, lengths in metres.'),
    say('breastHeight', 'Breast height', `Breast height is ${long(p.breastHeight)}.`),
    say('foundBy', 'Found by', FOUND[p.foundBy]),
    say('groundReference', 'Ground', GROUND[p.groundReference]),
    say(
      'lean',
      'Leaning stem',
      `A leaning stem is followed along ${p.lean === 'underside' ? 'the underside of its lean' : 'its axis'}; the tape is square to the stem, never level.`,
    ),
    say(
      'forkLow',
      'Fork at the ground',
      `A fork at or below ${p.units === 'us' ? '1 ft' : '30 cm'} makes separate stems, ${p.forkLow.atMost === null ? 'all of them' : `the ${p.forkLow.atMost} largest`}: the largest first, then clockwise, each with its own point.${p.forkLow.theTree === 'largest' ? ' The largest is the tree.' : ''}`,
    ),
    say('forkBelowBreastHeight', 'Fork below breast height', FORK[p.forkBelowBreastHeight]),
    say('forkAbove', 'Fork above', 'A stem that forks at or above breast height is one stem, measured at breast height.'),
    say(
      'aboveButtSwell',
      'Butt swell',
      `A butt swell that reaches past breast height is cleared: measure ${long(p.aboveButtSwell)} above its end.`,
    ),
    say('swelling', 'Swelling, wound', `A swelling, wound or stub at breast height: ${SWELLING[p.swelling]}.`),
    say('lowBranches', 'Low branches', `Branches from one trunk at breast height: ${SWELLING[p.lowBranches]}, clear of their flare.`),
    say('vines', 'Vines', VINES[p.vines]),
    say('oneNumber', 'Several stems', ONE[p.oneNumber]),
    say('mark', 'Mark', MARK[p.mark]),
    say('diameterRounding', 'Rounding', rounding(p.diameterRounding)),
    say(
      'classWidth',
      'Classes',
      p.classWidth ? `Diameter classes are ${p.classWidth.value} ${p.classWidth.unit} wide.` : 'Diameters are not put into classes.',
    ),
    say('merchantable', 'Merchantable', merchantable(p.merchantable, long, p.units)),
    say(
      'determinations',
      'Heights',
      (p.determinations ?? 1) === 1
        ? 'A height is determined once, with repeated sights where they help.'
        : `A height is determined ${p.determinations} times, from another place or another way each time, and the determinations are kept apart.`,
    ),
    say(
      'heightTolerance',
      'Good enough',
      `A height is good enough within ${long(p.heightTolerance.absolute)}${p.heightTolerance.relative === null ? '' : ` or ${formatNumber(p.heightTolerance.relative * 100, 0)} %`}.`,
    ),
    say('heightSample', 'Which heights', SAMPLE(p.heightSample ?? 1)),
    say('products', 'Products', products(p.products ?? [], p.units)),
    say(
      'formClass',
      'Form class',
      p.formClass === undefined
        ? 'Species without a form class of their own are taken at 78.'
        : `Species without a form class of their own are taken at ${p.formClass}.`,
    ),
    say(
      'taperPerLog',
      'Taper',
      `Species without a taper of their own lose ${p.taperPerLog ?? 2} in of diameter in each log above the butt log.`,
    ),
    say('logRule', 'Board feet', `Board feet are shown by ${LOG_RULES[p.logRule ?? 'doyle'].name} first, by the other rules beside it.`),
    say(
      'classNames',
      'Names of classes',
      p.classNames === 'lower-limit'
        ? 'Classes are named by their lower limit.'
        : 'Classes are named by their middle, a multiple of the width.',
    ),
    say('heightChoice', 'Heights of', p.heightSample === 0 ? 'So nobody has to choose which.' : HEIGHTS[p.heightChoice ?? 'chance']),
    say(
      'distanceAt',
      'Distance from a centre',
      `On plots the distance from the centre ends at the pith, at ${p.distanceAt === 'ground' ? 'the ground' : 'breast height'}.`,
    ),
    say(
      'smallestDiameter',
      'Smallest tree',
      p.smallestDiameter ? `Trees under ${thin(p.smallestDiameter, p.units)} are not counted.` : 'Trees of any diameter are counted.',
    ),
    say('countedStatuses', 'Counted', `Trees that are ${named(p.countedStatuses ?? USUALLY_COUNTED)} are counted.`),
    say(
      'asks',
      'Asked of a tree',
      p.asks?.length ? `Of every tree is asked: ${named(p.asks)}.` : 'Nothing is asked beside what is measured.',
    ),
    say(
      'ownFields',
      'Own questions',
      p.ownFields?.length
        ? `This survey also asks: ${p.ownFields.map(ownField).join('; ')}.`
        : 'There are no questions of the survey’s own.',
    ),
    say(
      'regeneration',
      'Young trees',
      p.regeneration
        ? `Young trees are counted on ${long(p.regeneration.radius)} about the centre, by ${p.regeneration.classes.join(', ')}.`
        : 'Young trees are not counted.',
    ),
    say('tally', 'Called in a tally', tallyCalls(p)),
    say('deadwood', 'Dead wood', p.deadwood ? 'Pieces of dead wood are measured on plots.' : 'Dead wood on the ground is not measured.'),
  ];
}

function tallyCalls({ tally, classWidth, merchantable }: ProtocolOptions): string {
  const first = tally?.byClass && classWidth ? 'Trees are called by their class' : 'Trees are called by their diameter';
  switch (tally?.second) {
    case 'logs':
      return `${first}, then their logs.`;
    case 'height':
      return `${first}, then their height.`;
    default:
      return `${first}, then ${merchantable?.logs ? 'logs or height, told apart by size and asked in doubt' : 'their height'}.`;
  }
}

const named = (words: readonly string[]) => words.map((w) => w.replaceAll('-', ' ')).join(', ');
const HEIGHTS: Record<HeightChoice, string> = {
  chance: 'Which trees want a height is drawn by chance.',
  'first-of-class': 'The first tree of each species and diameter class on a plot wants a height.',
  spread: 'Those that want a height are spread over the diameters of each species, class by class.',
};

/** A question of the survey's own, with what may be answered. */
function ownField(f: OwnField): string {
  if (f.kind === 'choice') return `${f.name} (${f.choices.join(', ')})`;
  if (f.kind !== 'number') return `${f.name} (${f.kind === 'text' ? 'in words' : 'yes or no'})`;
  const range = f.from == null && f.to == null ? 'a number' : `${f.from ?? ''} to ${f.to ?? ''}`.trim();
  return `${f.name} (${range}${f.unit ? ` ${f.unit}` : ''})`;
}

const SAMPLE = (every: number) =>
  every === 1 ? 'Every tree wants a height.' : every === 0 ? 'No tree wants a height.' : `One tree in ${every} wants a height.`;

/** A thickness as the units have it. */
const thin = (d: number, units: UnitSystem) => (units === 'us' ? `${trim(fromMetres(metres(d), 'in'))} in` : `${trim(d * 100)} cm`);

function products(list: readonly ProductClass[], units: UnitSystem): string {
  if (list.length === 0) return 'Trees are not put into classes of products.';
  const named = [...list].sort((a, b) => b.from - a.from).map((p) => `${p.product} from ${thin(p.from, units)}`);
  return `By diameter a tree is ${named.join(', ')}; of poor form it may be said otherwise.`;
}

const say = (option: keyof ProtocolOptions, topic: string, text: string): ProtocolSentence => ({ option, topic, text });

const FOUND: Record<ProtocolOptions['foundBy'], string> = {
  'body-mark-or-stick': 'It is found with a stick of that length, or quickly with a mark on one’s own body.',
  'tape-or-stick': 'It is found with a tape or a stick of that length, never with a body mark.',
  tape: 'It is found with a tape.',
};
const GROUND: Record<ProtocolOptions['groundReference'], string> = {
  uphill: 'Diameters and heights count from the ground on the uphill side.',
  'mid-slope': 'Diameters and heights count from mid-slope, where the middle of the trunk meets the ground.',
  'root-flare': 'Diameters and heights count from the top of the root flare.',
  stump: 'Diameters and heights count from the stump.',
};
const FORK: Record<ProtocolOptions['forkBelowBreastHeight'], string> = {
  separate: 'A fork between there and breast height makes separate stems too, each at its own breast height.',
  'one-below-fork':
    'A fork between there and breast height leaves one stem, measured below the fork and clear of its swelling, as near breast height as is reasonable.',
  'one-narrowest-below': 'A fork between there and breast height leaves one stem, measured at its narrowest point below the fork.',
};
const SWELLING: Record<ProtocolOptions['swelling'], string> = {
  'just-above': 'measure just above, where the stem is normal again',
  'just-above-below-if-worse': 'measure just above, where the stem is normal again, or just below where above is worse',
  'narrowest-below': 'measure at the narrowest point below',
  'mean-above-below': 'measure at equal distances above and below and take the mean',
};
const VINES: Record<ProtocolOptions['vines'], string> = {
  'off-or-under-else-flag':
    'Vines are lifted off or the tape passes under them; where they can’t be moved the tape goes tight over them and the reading is flagged.',
  'over-and-flag': 'Vines are measured over, tight and without correcting, and the reading is flagged.',
};
const ONE: Record<ProtocolOptions['oneNumber'], string> = {
  none: 'Several stems get no common number: each stands alone.',
  'quadratic-sum': 'Several stems also get one number, the root of the sum of their squares, which keeps basal area.',
  'arithmetic-mean': 'Several stems get one number, their mean, which loses basal area.',
};
const MARK: Record<ProtocolOptions['mark'], string> = {
  none: 'The point is not marked.',
  paint: 'The point is painted on the stem, for the next visit.',
  'nothing-that-wounds': 'The point may be chalked; nothing that wounds the tree.',
};
const DIRECTION = { nearest: 'to the nearest', down: 'down to the whole', up: 'up to the next whole' } as const;

function rounding(r: ProtocolOptions['diameterRounding']): string {
  return `The ${r.of} is rounded ${DIRECTION[r.direction]} ${r.step} ${r.unit}.`;
}

function merchantable(m: MerchantableRule | null, long: (m: number) => string, units: UnitSystem): string {
  if (!m) return 'No merchantable height is asked for.';
  const tops = m.tops.map((t) => `${thin(t.diameter, units)} (${t.product})`).join(' or ');
  const logs = m.logs
    ? `; cut into logs of ${long(m.logs.length)} with ${long(m.logs.trim)} trim, odd ends ${m.logs.oddEnd === 'down' ? 'down' : 'to the nearest'} half log`
    : '';
  return `Merchantable up to ${tops}${m.orFirstDefect ? ' or the first defect' : ''}, from a stump of ${long(m.stumpHeight)}${logs}.`;
}

function length(m: Metres, units: UnitSystem): string {
  return units === 'us' ? `${trim(fromMetres(m, 'ft'))} ft` : m < 1 ? `${trim(m * 100)} cm` : `${trim(m, 2)} m`;
}
/** Without needless zeros, except where two decimals are the custom. */
const trim = (n: number, decimals = 0) => (decimals && !Number.isInteger(n) ? n.toFixed(decimals) : String(Number(n.toFixed(3))));
