import type { HeightMethod } from '../tree/index';
import { formatNumber, metresPerLength, showHeight } from '../units';
import type { Check, Finding } from './finding';

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
  device: 'the instrument',
  shadow: 'the shadow',
  direct: 'the height along the tree',
};

/** Several determinations of one height against each other, and how many the protocol asks for. */
export const determinations: Check = ({ result, protocol }) => {
  const { height } = result;
  if (!height.ok) return [];
  const { agreement } = height.value;
  const per = metresPerLength(protocol.units);
  const unit = protocol.units === 'us' ? 'ft' : 'm';
  const findings: Finding[] = [];
  if (agreement && !agreement.agree) {
    const odd = result.determinations.find((d) => d.station === agreement.odd);
    const tip = odd?.heights.tip;
    const named = odd?.method && tip?.ok ? `${WORDS[odd.method] ?? 'one'} at ${showHeight(tip.value.value, protocol.units)}` : null;
    findings.push({
      code: 'determinations-disagree',
      target: 'tip',
      severity: 'doubt',
      what: `The ${agreement.determinations} determinations of the height lie apart by more than their errors (spread ${formatNumber(agreement.spread / per, 1)} ${unit}).`,
      why: named ? `The odd one is ${named}.` : 'Two alone can’t tell which is wrong.',
      remedy: named ? 'Look at its readings first; else measure it once more.' : 'Measure once more from a third place.',
    });
  }
  const [done, wanted] = [agreement?.determinations ?? 1, protocol.determinations ?? 1];
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
