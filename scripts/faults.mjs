// npm run faults: plants one small fault at a time in a copy of the core's and the book's source; the suite must notice every one.
// The frozen results are left out: they notice any change, and say nothing of what is right.
import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { checkNode, ensurePackages, ROOT } from './install.mjs';
import { say } from './say.mjs';

/** file below core/src, or from web on · what stands there, once · what is planted in its place */
const FAULTS = [
  ['units/convert.ts', 'METRES_PER_FOOT = 0.3048;', 'METRES_PER_FOOT = 0.305;'],
  ['units/convert.ts', 'METRES_PER_CHAIN = 20.1168;', 'METRES_PER_CHAIN = 20.1;'],
  ['units/scale.ts', "scale.kind === 'topographic' ? 66 :", "scale.kind === 'topographic' ? 60 :"],
  ['units/scale.ts', "dial.grows === 'up' ? reading - dial.level", "dial.grows === 'up' ? reading + dial.level"],
  ['height/by-angles.ts', '- sights.distanceBase * sights.base', '+ sights.distanceBase * sights.base'],
  ['height/by-angles.ts', 'sights.markHeight + sights.distanceTop', 'sights.distanceTop'],
  ['height/by-shadow.ts', 'shadow + diameter / 2 / cos', 'shadow + diameter / cos'],
  ['height/by-shadow.ts', 'sun + sin / cos', 'sun - sin / cos'],
  ['height/by-shadow.ts', '(seen - sin) / cos', 'seen'],
  ['height/by-pole.ts', '(pole - markHeight) / (poleTop - base)', 'pole / (poleTop - base)'],
  ['height/by-line-shots.ts', 'top.distance * Math.sin(top.angle)', 'top.distance * Math.tan(top.angle)'],
  ['height/combine.ts', '1 / (d.weighed ?? d.sigma) ** 2', '1 / (d.weighed ?? d.sigma)'],
  ['height/combine.ts', "cov(i, j, 'mean')", "cov(i, j, 'apart')"],
  ['height/combine.ts', 'sigma * Math.max(1, Math.sqrt(tense))', 'sigma'],
  ['height/leaning.ts', '(1 + toward * s.top)', '(1 - toward * s.top)'],
  ['height/leaning.ts', 'markHeight - low * planDistance(distance, markHeight, stem)', 'markHeight - low * distance'],
  ['height/by-two-stations.ts', 'baseline * f + farMark - m', 'baseline * f'],
  ['diameter/by-biltmore.ts', '4 * reach * reach', '2 * reach * reach'],
  ['diameter/round-diameter.ts', 'ofCircumference ? diameter * Math.PI : diameter', 'diameter'],
  ['diameter/round-diameter.ts', "rule.of === 'diameter' || girth", 'true'],
  ['diameter/round-reading.ts', '? half : binary', '? binary : binary'],
  ['volume/log-rule/doyle.ts', '((smallEnd - 4) / 4) ** 2', '(smallEnd / 4) ** 2'],
  ['volume/log-rule/international.ts', 'const TAPER = 0.5;', 'const TAPER = 0.25;'],
  ['volume/log-rule/scribner.ts', '2 * smallEnd - 4', '2 * smallEnd + 4'],
  ['volume/form-factor.ts', '2 * relative.diameter', 'relative.diameter'],
  ['volume/log-by-log.ts', 'done === 0 ? 0 : done + share - 1', 'done + share'],
  ['tree/derive-volume.ts', 'merchantable.value.value - stump', 'merchantable.value.value'],
  ['stem/zone-rule.ts', 'state.pom = worse ? zone.from : zone.to;', 'state.pom = zone.to;'],
  ['stem/zone-rule.ts', '[state.pom - reach, state.pom + reach]', '[state.pom - reach, state.pom]'],
  ['stem/fork-rule.ts', 'Math.max(low, Math.min(state.pom, wanted))', 'Math.min(state.pom, wanted)'],
  ['stem/find-pom.ts', 'shifted(trunk, told.value - start.value)', 'shifted(trunk, start.value - told.value)'],
  ['checks/slips/diameters.ts', 'times(1 / Math.PI)', 'times(Math.PI)'],
  ['checks/level-base.ts', 'Math.abs(s.base.t + s.predictedBase)', 'Math.abs(s.base.t - s.predictedBase)'],
  ['checks/measure-foot.ts', 's.predictedBase + s.markHeight / s.distance', 's.predictedBase'],
  ['checks/steep-sight.ts', 'const LIMIT = 60;', 'const LIMIT = 75;'],
  ['checks/diameter-agreement.ts', 'const FASTEST_GROWTH = 0.03;', 'const FASTEST_GROWTH = 0.3;'],
  ['tree/derive-heights.ts', 'tip * Math.cos(from.bearing - to.bearing)', 'tip'],
  ['tree/references.ts', 'a === null || b === null ? null : a - b', 'a'],
  ['volume/form-class-table.ts', 'if (!(growth > 0) ||', 'if ('],
  ['tree/derive/two-stations.ts', "isTip ? 'top-sight' : 'near-tip'", "'top-sight'"],
  ['geometry/scenes/shadow.ts', 'y: -distance * slope', 'y: distance * slope'],
  ['web/src/book/versions.ts', '!superseded.has(v.id)', 'superseded.has(v.id)'],
  ['web/src/book/record-index.ts', 'if (this.strikes.size === 0) return false;', 'return false;'],
  ['web/src/book/record-index.ts', 'if (target !== undefined && target !== id) next.add(target);', ''],
  ['web/src/book/id-list.ts', 'else this.late.push(id);', 'else this.ids.push(id);'],
  ['web/src/book/kit.ts', 'p.on >= inUse.body.on', 'p.on > inUse.body.on'],
  ['web/src/book/pairs.ts', 'if (before !== undefined) this.leave(before, id);', ''],
  ['web/src/book/tree.ts', 'if (withheld) return [];', ''],
];

checkNode();
ensurePackages();
const copy = fs.mkdtempSync(path.join(os.tmpdir(), 'arbolito-faults-'));
try {
  const tracked = spawnSync(
    'git',
    ['ls-files', '-co', '--exclude-standard', 'core', 'demo', 'shared', 'tsconfig.base.json', 'web/src/book', 'web/src/contract'],
    {
      cwd: ROOT,
      encoding: 'utf8',
    },
  );
  for (const file of tracked.stdout.trim().split('\n')) {
    fs.mkdirSync(path.join(copy, path.dirname(file)), { recursive: true });
    fs.copyFileSync(path.join(ROOT, file), path.join(copy, file));
  }
  fs.mkdirSync(path.join(copy, 'scripts'));
  fs.copyFileSync(path.join(ROOT, 'scripts/test-seed.mjs'), path.join(copy, 'scripts/test-seed.mjs'));
  fs.writeFileSync(
    path.join(copy, 'vitest.config.mjs'),
    `export default { test: { include: ['core/src/**/*.test.ts', 'web/src/book/{versions,grown,instrument-checks}.test.ts'], exclude: ['**/frozen.test.ts'], setupFiles: ['scripts/test-seed.mjs'],
      isolate: false, bail: 1, maxWorkers: 2, testTimeout: 120000 } };`,
  );
  // the packages, but not the workspaces among them: those are the copy's own
  fs.mkdirSync(path.join(copy, 'node_modules/@arbolito'), { recursive: true });
  for (const name of fs.readdirSync(path.join(ROOT, 'node_modules')))
    if (name !== '@arbolito') fs.symlinkSync(path.join(ROOT, 'node_modules', name), path.join(copy, 'node_modules', name));
  fs.symlinkSync(path.join(copy, 'core'), path.join(copy, 'node_modules/@arbolito/core'));
  const suite = () =>
    spawnSync(process.execPath, [path.join(ROOT, 'node_modules/vitest/vitest.mjs'), 'run'], {
      cwd: copy,
      encoding: 'utf8',
      env: { ...process.env, NO_COLOR: '1' },
    });

  say('the suite without a fault …');
  const clean = suite();
  if (clean.status !== 0) throw new Error(`the suite is red before anything is planted:\n${clean.stdout.slice(-3000)}`);
  let missed = 0;
  for (const [i, [file, there, planted]] of FAULTS.entries()) {
    const full = path.join(copy, file.startsWith('web/') ? '' : 'core/src', file);
    const source = fs.readFileSync(full, 'utf8');
    if (source.split(there).length !== 2) throw new Error(`${file} does not hold “${there}” exactly once: put the list right`);
    fs.writeFileSync(
      full,
      source.replace(there, () => planted),
    );
    const { status, stdout, stderr } = suite();
    fs.writeFileSync(full, source);
    if (status === 0) missed++;
    const by = /FAIL\s+(.*)/.exec(stdout + stderr)?.[1] ?? '';
    say(
      `${i + 1} of ${FAULTS.length} ${status === 0 ? 'NOT NOTICED' : 'noticed'}: ${file}: ${there} → ${planted}${status === 0 ? '' : `   (${by})`}`,
    );
  }
  console.log(`${FAULTS.length - missed} of ${FAULTS.length} planted faults noticed`);
  process.exitCode = missed > 0 ? 1 : 0;
} finally {
  fs.rmSync(copy, { recursive: true, force: true });
}
