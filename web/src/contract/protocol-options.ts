import 'reflect-metadata';
import {
  GROUND_REFERENCES,
  type GroundReference,
  type HeightChoice,
  LENGTH_UNITS,
  type LengthUnit,
  LOG_RULE_NAMES,
  type LogRuleName,
  OWN_KINDS,
  type OwnField,
  type ProtocolOptions,
  TREE_QUESTIONS,
  TREE_STATUSES,
  type TreeQuestion,
  type TreeStatus,
  type UnitSystem,
  wrongWithField,
} from '@arbolito/core';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  Length,
  Matches,
  Max,
  Min,
  ValidateBy,
  ValidateIf,
} from 'class-validator';
import { InRange, LEAST_DIAMETER, LEAST_ERROR, LEAST_LENGTH, Many, MaybeOne, One, OneOf, Says } from './describe';
import { KEY } from './own-values';

const oneOf = (...list: readonly string[]) => [list, { message: `one of ${list.join(', ')}` }] as const;

export class DiameterRounding {
  @IsIn(...oneOf('diameter', 'circumference')) of!: 'diameter' | 'circumference';
  @InRange(0.001, 10, 'in the unit named') step!: number;
  @IsIn(...oneOf(...LENGTH_UNITS)) unit!: LengthUnit;
  @IsIn(...oneOf('nearest', 'down', 'up')) direction!: 'nearest' | 'down' | 'up';
}
export class ClassWidth {
  @InRange(0.001, 100, 'in the unit named') value!: number;
  @IsIn(...oneOf(...LENGTH_UNITS)) unit!: LengthUnit;
}
export class ForkLow {
  @IsIn(...oneOf('separate')) stems!: 'separate';
  @ValidateIf((o: ForkLow) => o.atMost !== null)
  @IsInt({ message: 'a whole number from 1 to 50, or null' })
  @Min(1, { message: 'a whole number from 1 to 50, or null' })
  @Max(50, { message: 'a whole number from 1 to 50, or null' })
  atMost!: number | null;
  @IsIn(...oneOf('each', 'largest')) theTree!: 'each' | 'largest';
}
export class MerchantableTop {
  @IsString({ message: 'text' })
  @Length(1, 60, { message: 'text of 1 to 60 characters' })
  product!: string;
  @InRange(LEAST_DIAMETER, 3, 'm') diameter!: number;
}
export class LogCutting {
  @InRange(LEAST_LENGTH, 30, 'm') length!: number;
  @InRange(0, 1, 'm') trim!: number;
  @IsIn(...oneOf('down', 'nearest')) oddEnd!: 'down' | 'nearest';
}
export class Merchantable {
  @Many(() => MerchantableTop) tops!: MerchantableTop[];
  @IsBoolean({ message: 'true or false' }) orFirstDefect!: boolean;
  @InRange(0, 3, 'm') stumpHeight!: number;
  @MaybeOne(() => LogCutting) @Says('null where the stem is not cut into logs.') logs!: LogCutting | null;
}
export class HeightTolerance {
  @InRange(LEAST_ERROR, 20, 'm') absolute!: number;
  @IsOptional() @InRange(LEAST_ERROR, 1, 'as a share') relative!: number | null;
}

export class ProductClassInput {
  @IsString({ message: 'text' })
  @Length(1, 60, { message: 'text of 1 to 60 characters' })
  product!: string;
  @InRange(0, 3, 'm') @Says('Diameter at breast height from which a stem is of it.') from!: number;
}

const words = (from: number, to: number) => [from, to, { message: `text of ${from} to ${to} characters` }] as const;
const CHOICES = { message: 'a list of 1 to 30 texts' };
const A_NUMBER = [{ allowNaN: false, allowInfinity: false }, { message: 'a number' }] as const;

/** A question of a survey's own; the class is told by its kind. */
export class OwnFieldBase {
  @IsIn(...oneOf(...OWN_KINDS)) kind!: OwnField['kind'];
  @Matches(KEY, { message: 'a small letter, then letters, digits and hyphens, at most 30' })
  @Says('What its answers are kept under.', 'condition')
  key!: string;
  @IsString({ message: 'text' }) @Length(...words(1, 60)) @Says('What is asked.', 'condition') name!: string;
}
export class OwnNumber extends OwnFieldBase {
  declare kind: 'number';
  @IsOptional() @IsString({ message: 'text' }) @Length(...words(1, 12)) unit?: string | null;
  @IsOptional() @IsNumber(...A_NUMBER) @Says('The least it may be.') from?: number | null;
  @IsOptional() @IsNumber(...A_NUMBER) @Says('The most it may be.') to?: number | null;
}
export class OwnChoice extends OwnFieldBase {
  declare kind: 'choice';
  @IsArray({ message: 'a list' })
  @ArrayMinSize(1, CHOICES)
  @ArrayMaxSize(30, CHOICES)
  @IsString({ each: true, message: 'a list of texts' })
  @Length(1, 60, { each: true, message: 'texts of 1 to 60 characters' })
  choices!: string[];
}
export class OwnYesNo extends OwnFieldBase {
  declare kind: 'yes-no';
}
export class OwnText extends OwnFieldBase {
  declare kind: 'text';
}
/** Why one of a survey's questions can't stand; null where all can. */
function wrongWithFields(fields: unknown): string | null {
  if (!Array.isArray(fields)) return null;
  const keys = fields.map((f: OwnField) => f.key);
  const twice = keys.find((key, i) => keys.indexOf(key) !== i);
  if (twice !== undefined) return `questions with a key each: “${twice}” stands twice`;
  for (const field of fields as readonly OwnField[]) {
    if (field.kind === 'choice' && !Array.isArray(field.choices)) continue;
    const wrong = wrongWithField(field);
    if (wrong !== null) return `questions that can be answered. ${wrong}`;
  }
  return null;
}
const Answerable = (): PropertyDecorator => (target, field) =>
  ValidateBy({
    name: 'answerable',
    validator: { validate: (v) => wrongWithFields(v) === null, defaultMessage: (args) => wrongWithFields(args?.value) ?? '' },
  })(target, String(field));

export class TallyCallsInput {
  @IsBoolean({ message: 'true or false' }) @Says('Whether a bare diameter is the name of its class.') byClass!: boolean;
  @IsOptional()
  @IsIn(...oneOf('logs', 'height'))
  @Says('What the number after the diameter is; told by its size, and asked in doubt, when left out.')
  second?: 'logs' | 'height' | null;
}

export class RegenerationInput {
  @InRange(LEAST_LENGTH, 100, 'm') @Says('Level radius of the circle.', 2) radius!: number;
  @IsArray({ message: 'a list' })
  @ArrayMinSize(1, CHOICES)
  @ArrayMaxSize(30, CHOICES)
  @IsString({ each: true, message: 'a list of texts' })
  @Length(1, 60, { each: true, message: 'texts of 1 to 60 characters' })
  @Says('What is counted apart.')
  classes!: string[];
}

/** Every option on which schools of measuring differ. Lengths in metres unless a unit is named. */
export class ProtocolOptionsInput implements ProtocolOptions {
  @IsIn(...oneOf('metric', 'us')) units!: UnitSystem;
  @InRange(0.5, 2, 'm') @Says('Breast height.', 1.3) breastHeight!: number;
  @IsIn(...oneOf('body-mark-or-stick', 'tape-or-stick', 'tape')) foundBy!: ProtocolOptions['foundBy'];
  @IsIn(...oneOf(...GROUND_REFERENCES)) groundReference!: GroundReference;
  @IsIn(...oneOf('underside', 'axis')) lean!: ProtocolOptions['lean'];
  @IsIn(...oneOf('just-above', 'just-above-below-if-worse', 'narrowest-below', 'mean-above-below')) swelling!: ProtocolOptions['swelling'];
  @IsIn(...oneOf('just-above-below-if-worse', 'narrowest-below')) lowBranches!: ProtocolOptions['lowBranches'];
  @InRange(0, 3, 'm') aboveButtSwell!: number;
  @One(() => ForkLow) forkLow!: ForkLow;
  @IsIn(...oneOf('separate', 'one-below-fork', 'one-narrowest-below')) forkBelowBreastHeight!: ProtocolOptions['forkBelowBreastHeight'];
  @IsIn(...oneOf('one')) forkAbove!: 'one';
  @IsIn(...oneOf('none', 'quadratic-sum', 'arithmetic-mean')) oneNumber!: ProtocolOptions['oneNumber'];
  @IsIn(...oneOf('off-or-under-else-flag', 'over-and-flag')) vines!: ProtocolOptions['vines'];
  @IsIn(...oneOf('none', 'paint', 'nothing-that-wounds')) mark!: ProtocolOptions['mark'];
  @One(() => DiameterRounding) diameterRounding!: DiameterRounding;
  @MaybeOne(() => ClassWidth) classWidth!: ClassWidth | null;
  @MaybeOne(() => Merchantable) merchantable!: Merchantable | null;
  @IsOptional()
  @IsInt({ message: 'a whole number from 1 to 9' })
  @Min(1, { message: 'a whole number from 1 to 9' })
  @Max(9, { message: 'a whole number from 1 to 9' })
  @Says('How often a height is determined; once when left out.', 3)
  determinations?: number;
  @One(() => HeightTolerance) heightTolerance!: HeightTolerance;
  @IsOptional()
  @IsInt({ message: 'a whole number from 0 to 1000' })
  @Min(0, { message: 'a whole number from 0 to 1000' })
  @Max(1000, { message: 'a whole number from 0 to 1000' })
  @Says('One tree in so many wants a height: 1 every tree, as when left out, 0 none.', 1)
  heightSample?: number;
  @IsOptional() @Many(() => ProductClassInput) @Says('Classes of products by diameter; none when left out.') products?: ProductClassInput[];
  @IsOptional() @InRange(50, 100, 'per cent') @Says('Form class of species that have none of their own.', 78) formClass?: number;
  @IsOptional()
  @InRange(0, 10, 'in a log')
  @Says('Taper of each log above the butt log, of species that have none of their own.', 2)
  taperPerLog?: number;
  @IsOptional() @IsIn(...oneOf(...LOG_RULE_NAMES)) @Says('The board-foot rule shown first.', 'doyle') logRule?: LogRuleName;
  @IsOptional()
  @IsIn(...oneOf('middle', 'lower-limit'))
  @Says('What classes of diameter are named by; their middle when left out.')
  classNames?: 'middle' | 'lower-limit';
  @IsOptional()
  @IsIn(...oneOf('chance', 'first-of-class', 'spread'))
  @Says('Which trees want a height; one in heightSample by chance when left out.')
  heightChoice?: HeightChoice;
  @IsOptional()
  @IsIn(...oneOf('breast-height', 'ground'))
  @Says('Where the distance from a plot’s centre ends, to the pith; breast height when left out.')
  distanceAt?: 'breast-height' | 'ground';
  @IsOptional() @InRange(0, 3, 'm') @Says('Trees under it are not counted.', 0.07) smallestDiameter?: number;
  @IsOptional()
  @IsArray({ message: 'a list' })
  @ArrayMinSize(1, { message: 'a list of at least one' })
  @IsIn(TREE_STATUSES, { each: true, message: `a list of ${TREE_STATUSES.join(', ')}` })
  @Says('Which trees are counted; what stands, alive or dead, when left out.')
  countedStatuses?: TreeStatus[];
  @IsOptional()
  @IsArray({ message: 'a list' })
  @IsIn(TREE_QUESTIONS, { each: true, message: `a list of ${TREE_QUESTIONS.join(', ')}` })
  @Says('What is asked of every tree beside what is measured.')
  asks?: TreeQuestion[];
  @IsOptional()
  @OneOf(
    'kind',
    { number: () => OwnNumber, choice: () => OwnChoice, 'yes-no': () => OwnYesNo, text: () => OwnText },
    () => OwnFieldBase,
    true,
  )
  @ArrayMaxSize(30, { message: 'a list of at most 30' })
  @Answerable()
  @Says('Questions of the survey’s own; each has a key of its own and can be answered.')
  ownFields?: OwnField[];
  @MaybeOne(() => RegenerationInput)
  @Says('Young trees counted on a small circle; none when left out.')
  regeneration?: RegenerationInput | null;
  @MaybeOne(() => TallyCallsInput)
  @Says('How trees are called in a tally: by their diameter when left out.')
  tally?: TallyCallsInput | null;
  @IsOptional() @IsBoolean({ message: 'true or false' }) @Says('Whether dead wood is measured on plots.') deadwood?: boolean;
}
