// npx tsx scripts/check-rates.ts: the tables of docs/methods.md on what the checks find among simulated crews.
import { BLUNDERS, named } from '../core/src/checks/test-blunders';
import { alarms, crewFindings, crewTree } from '../core/src/checks/test-crew';
import { bandsOf, visible } from '../core/src/checks/test-visible';
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
    const s = new Stream(909 + i);
    let [all, shown, noticed, explained] = [0, 0, 0, 0];
    for (let k = 0; k < PLANTED; k++) {
      const t = blunder.tree(s, preset);
      const readings = blunder.plant(t, s);
      if (!readings) continue;
      all++;
      if (!visible(bands, t, readings)) continue;
      shown++;
      const findings = crewFindings({ ...t, readings });
      const cause = named(blunder, findings);
      if (alarms(findings) || cause) noticed++;
      if (cause) explained++;
    }
    return `${percent(shown, all)} · **${percent(noticed, shown)}** · ${percent(explained, noticed)}`;
  });
  console.log(`| ${blunder.name} | ${cells.join(' | ')} |`);
}
