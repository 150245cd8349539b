import type { HeightMethod, TreeResult } from '../tree/index';
import { formatNumber, metresPerLength, showHeight } from '../units';
import type { Check, CheckInput, Finding, Measure } from './finding';

const WORDS: Partial<Record<HeightMethod, string>> = {
  'two-sights': 'two sights',
  'two-sights-to-mark': 'the sights to a mark',
  'included-angle': 'the angle between',
  'line-shots': 'the two shots',
  transponder: 'the transponder',
  pole: 'the pole',
  'two-stations': 'the two stations',
  stick: 'the stick',
  'set-angle': 'the set angle',
  'above-below': 'the parts above and below the eye',
  'equal-legs': 'the equal legs',
  device: 'the instrument',
  shadow: 'the shadow',
  direct: 'the height along the tree',
};

/** Several determinations of one height against each other. */
export function agreementMeasures({ result, protocol }: CheckInput): readonly Measure[] {
  const agreement = result.height.ok ? result.height.value.agreement : null;
  if (!agreement || agreement.determinations < 2) return [];
  return [
    {
      z: agreement.strain * STRAINED,
      limit: STRAINED,
      finding: () => {
        const per = metresPerLength(protocol.units);
        const unit = protocol.units === 'us' ? 'ft' : 'm';
        const odd = result.determinations.find((d) => d.station === agreement.odd && d.method === agreement.oddMethod);
        const tip = odd?.heights.tip;
        const named = odd?.method && tip?.ok ? `${WORDS[odd.method] ?? 'one'} at ${showHeight(tip.value.value, protocol.units)}` : null;
        return {
          code: 'determinations-disagree',
          target: 'tip',
          what: `The ${agreement.determinations} determinations of the height lie apart by more than their errors (spread ${formatNumber(agreement.spread / per, 1)} ${unit}).`,
          why: named ? `The odd one is ${named}.` : 'Two alone can’t tell which is wrong.',
          remedy: named ? 'Look at its readings first; else measure it once more.' : 'Measure once more from a third place.',
        };
      },
    },
  ];
}
/** As a deviation beside the others: what chance passes in 99 of 100 trees. */
const STRAINED = 2.6;

/** How many determinations the protocol asks for, and what one that is begun still lacks. */
export const determinations: Check = ({ result, protocol }) => {
  const { height } = result;
  if (!height.ok) return [];
  const findings: Finding[] = [];
  const begun = result.determinations.find((d) => d.method !== null && !d.heights.tip.ok && d.heights.tip.code !== 'not-sighted');
  if (begun && !begun.heights.tip.ok)
    findings.push({
      code: 'unfinished',
      target: 'tip',
      severity: 'advice',
      what: `${capital(WORDS[begun.method as HeightMethod] ?? 'another way')}: begun and not finished.`,
      why: begun.heights.tip.reason,
      remedy: 'Read what it lacks, or leave it: the height does not need it.',
    });
  const [done, wanted] = [independent(result), protocol.determinations ?? 1];
  if (done < wanted) {
    findings.push({
      code: 'more-determinations',
      target: 'tip',
      severity: 'advice',
      what: `${done} of ${wanted} determinations.`,
      why: 'This protocol asks for heights that somebody else can check.',
      remedy: `Measure it ${wanted - done === 1 ? 'once more' : `${wanted - done} times more`}, from another place or another way.`,
    });
  }
  return findings;
};

const capital = (s: string) => s.charAt(0).toUpperCase() + s.slice(1);

/** Ways from one station that share the very sight to the tip are one determination: only their feet differ. */
function independent(result: TreeResult): number {
  const tips = new Set<string>();
  for (const d of result.determinations)
    if (d.heights.tip.ok) tips.add(`${d.station} ${d.method === 'two-sights-to-mark' ? 'two-sights' : d.method}`);
  return Math.max(1, tips.size);
}
