import { basalArea } from '../diameter/index';
import { PRESET_KEYS, PRESETS, type ProtocolOptions } from '../survey/index';
import { type Answer, type Metres, metres } from '../units';
import { findPom, type Pom } from './find-pom';
import { DEFAULT_FORM, profileDiameter } from './profile';
import { type Trunk, thicknessOf } from './trunk';

/** What one school would do on a trunk that another one measures. */
export interface School {
  readonly key: string;
  readonly name: string;
  readonly options: ProtocolOptions;
  readonly pom: Answer<Pom>;
  /** Where its tape lies by the survey's own counting, metres along the stem; null without a point. */
  readonly here: readonly Metres[] | null;
  /** Diameter and basal area there against the survey's point; null where stems are counted otherwise. */
  readonly difference: { readonly diameter: Metres; readonly basalArea: number } | null;
}

/** Height over diameter taken where the height is not measured. */
const SLENDERNESS = 55;

/**
 * The same trunk under other schools: where their tape lies, and what taper alone makes of that.
 * @param trunk what it does
 * @param own the survey's protocol
 * @param diameter measured at the survey's point, metres, or null
 * @param height of the tree, metres, or null: then 55 diameters
 * @returns the presets in order, and the mean above and below where there is a swelling; basal area as a share
 * @throws DomainError on a trunk that can't be
 */
export function compareSchools(trunk: Trunk, own: ProtocolOptions, diameter: Metres | null, height: Metres | null): readonly School[] {
  const mine = findPom(trunk, own, diameter);
  const said: Trunk = { ...trunk, from: trunk.from ?? { reference: own.groundReference, along: own.lean } };
  const schools: { key: string; name: string; options: ProtocolOptions }[] = PRESET_KEYS.map((key) => ({
    key,
    name: PRESETS[key].name,
    options: PRESETS[key].options,
  }));
  if ((trunk.swellings?.length ?? 0) > 0 && own.swelling !== 'mean-above-below') {
    schools.push({ key: 'mean-above-below', name: 'Mean above and below', options: { ...own, swelling: 'mean-above-below' } });
  }
  return schools.map((school) => {
    const pom = findPom(said, school.options, diameter);
    if (!pom.ok || !mine.ok) return { ...school, pom, here: null, difference: null };
    const by = pom.value.start - mine.value.start;
    const here = pom.value.tapes.map((t) => metres(t + by));
    const thickness = metres(thicknessOf(mine.value.trunk, diameter));
    const same = pom.value.stems === mine.value.stems;
    return { ...school, pom, here, difference: same ? differ(mine.value, here, thickness, height) : null };
  });
}

function differ(mine: Pom, there: readonly Metres[], diameter: Metres, height: Metres | null): School['difference'] {
  const top = metres(Math.max(height ?? diameter * SLENDERNESS, mine.pom * 1.5, ...there.map((t) => t * 1.5)));
  const stem = { diameter, pom: mine.pom, height: top, form: DEFAULT_FORM };
  const mean = (points: readonly Metres[]) => metres(points.reduce((s, p) => s + profileDiameter(p, stem), 0) / points.length);
  const own = mean(mine.tapes);
  const other = mean(there);
  return { diameter: metres(other - own), basalArea: basalArea(other) / basalArea(own) - 1 };
}

/** What the differences between schools rest on, as a sentence. */
export const TAPER_SAID = `From taper alone: exponent ${DEFAULT_FORM}, ${SLENDERNESS} diameters tall where the height is not measured; swellings and flare are not in it.`;
