// npx tsx scripts/check-rates.ts: the tables of docs/methods.md on what the checks find among simulated crews.
import { BLUNDERS } from '../core/src/checks/test-blunders';
import { alarms, crewFindings, crewTree } from '../core/src/checks/test-crew';
import { bandsOf, triedOn } from '../core/src/checks/test-visible';
import { Stream } from '../core/src/practice/chance';
import { PRESET_KEYS } from '../core/src/survey/index';

const [CLEAN, PLANTED] = [2400, 800];
const bands = bandsOf(new Stream(77), BLUNDERS, 40_000);
const percent = (n: number, of: number) => (of === 0 ? '–' : `${Math.round((100 * n) / of)}`);

const clean = PRESET_KEYS.map((preset, i) => {
  const s = new Stream(5 + i);
  const alarmed = Array.from({ length: CLEAN }, () => alarms(crewFindings(crewTree(s, preset)))).filter(Boolean).length;
  return `${((100 * alarmed) / CLEAN).toFixed(1)} %`;
});
console.log(`| clean trees with an alarm | ${clean.join(' | ')} |\n`);

for (const blunder of BLUNDERS) {
  const cells = PRESET_KEYS.map((preset, i) => {
    const { all, shown, noticed, explained } = triedOn(bands, blunder, new Stream(909 + i), [preset], PLANTED);
    return `${percent(shown, all)} · **${percent(noticed, shown)}** · ${percent(explained, noticed)}`;
  });
  console.log(`| ${blunder.name} | ${cells.join(' | ')} |`);
}
