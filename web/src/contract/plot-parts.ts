import 'reflect-metadata';
import { IsInt, IsOptional, Max, Min } from 'class-validator';
import { InRange, LEAST_DIAMETER, LEAST_LENGTH, Says } from './describe';
import { MaybeText, Text } from './records/fields';

/** Something near a centre by which it is found again. */
export class Witness {
  @Text(1, 120) @Says('What it is: a tree of which species, a rock, a post.', 'beech, painted') what!: string;
  @InRange(0, 360, 'degrees') @Says('Bearing from the centre.') azimuth!: number;
  @InRange(0, 1000, 'm') @Says('Level distance from the centre.') distance!: number;
  @IsOptional() @InRange(LEAST_DIAMETER, 15, 'm') @Says('Diameter of a tree.') diameter?: number | null;
}

/** A straight piece of the tract's boundary, as it is met from the centre. */
export class PlotEdge {
  @InRange(0, 360, 'degrees') @Says('Bearing from the centre square to it.') azimuth!: number;
  @InRange(LEAST_LENGTH, 1000, 'm') @Says('Level distance from the centre to it, that way.') distance!: number;
}

const COUNT = { message: 'a whole number from 0 to 10000' };
const Count = (): PropertyDecorator => (target, field) => {
  IsInt(COUNT)(target, String(field));
  Min(0, COUNT)(target, String(field));
  Max(10_000, COUNT)(target, String(field));
};

/** What was counted at a point where no tree was measured. */
export class PointCount {
  @Count() @Says('Trees that are in.', 7) trees!: number;
  @Count() @Says('Of those that could not be told from the limit: each counts half.', 1) doubtful!: number;
}

/** Young trees of one kind. */
export class YoungTrees {
  @MaybeText(80) @Says('Their species, by name.') species?: string | null;
  @Text(1, 60) @Says('The class, as the protocol names it.') sizeClass!: string;
  @Count() count!: number;
}

/** A piece of dead wood. */
export class DeadwoodPiece {
  @InRange(LEAST_DIAMETER, 10, 'm') @Says('Diameter at its middle.', 0.24) diameter!: number;
  @InRange(LEAST_LENGTH, 100, 'm') @Says('Length on the plot.', 3.2) length!: number;
  @IsOptional() @InRange(1, 5, '') @Says('How far it is rotten, from 1 sound to 5 soil.', 2) decay?: number | null;
}
