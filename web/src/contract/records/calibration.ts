import 'reflect-metadata';
import { IsOptional, ValidateBy } from 'class-validator';
import { InRange, isTold, LEAST_LENGTH, One, Says, Together } from '../describe';
import { Among, Id } from './fields';

/** What each check of an instrument needs, and what it may say beside it. */
const CHECKS = {
  'two-way': { needs: ['forward', 'back'], may: [] },
  base: { needs: ['taped', 'read'], may: ['celsius'] },
} as const satisfies Record<string, { readonly needs: readonly string[]; readonly may: readonly string[] }>;

/** What a check found; which figures there are follows from what was checked. */
export class CheckFigures {
  @IsOptional() @InRange(-89, 89, '°') @Says('Sighted from the first mark to the second.', 4.1) forward?: number;
  @IsOptional() @InRange(-89, 89, '°') @Says('Sighted back.', -4) back?: number;
  @IsOptional() @InRange(LEAST_LENGTH, 1000, 'm') @Says('The base by tape.', 10) taped?: number;
  @IsOptional() @InRange(LEAST_LENGTH, 1000, 'm') @Says('The base as the instrument reads it.', 10.1) read?: number;
  @IsOptional() @InRange(-60, 60, '°C') @Says('Of the air, for ultrasound.', 12) celsius?: number;
}
const FIGURES = ['forward', 'back', 'taped', 'read', 'celsius'] as const;

const foundOf = (what: keyof typeof CHECKS) => {
  const { needs, may }: { needs: readonly string[]; may: readonly string[] } = CHECKS[what];
  const others = FIGURES.filter((f) => !needs.includes(f) && !may.includes(f));
  return {
    properties: {
      what: { const: what },
      found: { allOf: [...needs.map(isTold), { properties: Object.fromEntries(others.map((f) => [f, { type: 'null' }])) }] },
    },
  };
};

/** A check of an instrument: what was checked, and what was found. */
@Together({ oneOf: [foundOf('two-way'), foundOf('base')] })
export class CalibrationBody {
  @Id() instrument!: string;
  @Among(...Object.keys(CHECKS))
  @ValidateBy({
    name: 'foundFits',
    validator: {
      validate(what, args) {
        const check = CHECKS[what as keyof typeof CHECKS];
        const found = (args?.object as CalibrationBody | undefined)?.found as unknown as
          | Readonly<Record<string, unknown>>
          | null
          | undefined;
        if (!check || typeof found !== 'object' || !found) return true;
        const { needs, may }: { needs: readonly string[]; may: readonly string[] } = check;
        return FIGURES.every((f) => (found[f] == null ? !needs.includes(f) : needs.includes(f) || may.includes(f)));
      },
      defaultMessage: () => 'two-way with forward and back in found, or base with taped and read, and perhaps celsius; no other figures',
    },
  })
  what!: keyof typeof CHECKS;
  @One(() => CheckFigures) found!: CheckFigures;
}
