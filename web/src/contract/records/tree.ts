import 'reflect-metadata';
import { CROWN_CLASSES, type CrownClass, TREE_STATUSES, type TreeStatus } from '@arbolito/core';
import { IsOptional, ValidateBy } from 'class-validator';
import { CalledInput } from '../called';
import { allOf, InRange, isTold, MaybeOne, needs, Says } from '../describe';
import { OwnAnswers, type OwnValues } from '../own-values';
import { PlaceInput } from '../sampling';
import { Among, Id, MaybeId, MaybeText, Text } from './fields';

/** Where it stands on its plot is said once: as it was found, or as a level distance and its bearing. */
const placedOnce = (): PropertyDecorator => (target, field) =>
  ValidateBy({
    name: 'placedOnce',
    validator: {
      validate: (_, args) => {
        const tree = args?.object as TreeBody;
        return tree.place == null || (tree.azimuth == null && tree.distance == null);
      },
      defaultMessage: () => 'a tree with either a place, or azimuth and distance',
    },
  })(target, String(field));

/** Several trees alike stand at no one place. */
const alikeNowhere = (): PropertyDecorator => (target, field) =>
  ValidateBy({
    name: 'alikeNowhere',
    validator: {
      validate: (_, args) => {
        const tree = args?.object as TreeBody;
        return !((tree.called?.count ?? 1) > 1) || PLACES.every((p) => tree[p] == null);
      },
      defaultMessage: () => 'one tree where it has a place: several alike stand at no one place',
    },
  })(target, String(field));
const PLACES = ['place', 'azimuth', 'distance', 'longitude', 'latitude'] as const;
const SEVERAL = {
  required: ['called'],
  properties: { called: { type: 'object', required: ['count'], properties: { count: { type: 'integer', minimum: 2 } } } },
};

const NORTH = needs('latitude', 'longitude');
const EAST = needs('longitude', 'latitude');
const BEARING = needs('azimuth', 'distance');

/** A tree of a survey. Moving it to another survey is a new version. */
@allOf(
  [{ not: { allOf: [isTold('place'), { anyOf: [isTold('azimuth'), isTold('distance')] }] } }],
  [{ not: { allOf: [SEVERAL, { anyOf: PLACES.map(isTold) }] } }],
  NORTH.schema,
  EAST.schema,
  BEARING.schema,
)
export class TreeBody {
  @Id() survey!: string;
  @MaybeId() plot!: string | null;
  @Text(1, 40) @placedOnce() @alikeNowhere() @NORTH.check @EAST.check @BEARING.check tag!: string;
  @MaybeId() species!: string | null;
  @IsOptional() @InRange(0, 360, '° from north, plot centre to tree') azimuth!: number | null;
  @IsOptional() @InRange(0, 1000, 'm, plot centre to axis') distance!: number | null;
  @MaybeOne(() => PlaceInput) @Says('Where it stands on its plot, as that was found.') place?: PlaceInput | null;
  @IsOptional() @InRange(-180, 180, '°') longitude!: number | null;
  @IsOptional() @InRange(-90, 90, '°') latitude!: number | null;
  @MaybeOne(() => CalledInput) @Says('As it was called in a tally.') called?: CalledInput | null;
  @MaybeText(60) @Says('Said of a stem of poor form: goes before the class of its diameter.') product?: string | null;
  @IsOptional() @Among(...TREE_STATUSES) status?: TreeStatus | null;
  @IsOptional() @Among(...CROWN_CLASSES) crownClass?: CrownClass | null;
  @MaybeText(120) damage?: string | null;
  @IsOptional() @Among('cut', 'leave') @Says('What is to be done with it.') cutOrLeave?: 'cut' | 'leave' | null;
  @IsOptional() @InRange(0, 100, 'per cent') @Says('Of its wood that is no use.') cull?: number | null;
  @MaybeText(20) grade?: string | null;
  @IsOptional() @OwnAnswers() @Says('Answers to the survey’s own questions.') own?: OwnValues | null;
  @MaybeText(1000) note!: string | null;
}
