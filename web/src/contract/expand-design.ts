import 'reflect-metadata';
import { ArrayMaxSize, ArrayMinSize, IsIn } from 'class-validator';
import { InRange, Many, Says } from './describe';
import { oneOf } from './reading-base';

const KINDS = ['circle', 'area', 'nested', 'rectangle', 'strip', 'point'];

/** How trees come into each plot; the class is told by its kind. Lengths in m or ft, areas in m² or ft². */
export class ExpandDesignBase {
  @IsIn(KINDS, oneOf(KINDS)) kind!: string;
}
export class CircleDesign extends ExpandDesignBase {
  declare kind: 'circle';
  @InRange(0.01, 5000, 'm or ft') @Says('Level radius.', 12.62) radius!: number;
}
export class AreaDesign extends ExpandDesignBase {
  declare kind: 'area';
  @InRange(0.01, 1e8, 'm² or ft²')
  @Says('Of each plot, whatever its form; where a tree stands says nothing then.', 500)
  area!: number;
}
export class NestedCircleDesign {
  @InRange(0, 300, 'cm or in') @Says('Diameter from which trees are looked for in it.', 7) from!: number;
  @InRange(0.01, 5000, 'm or ft') @Says('Level radius; larger for thicker trees.', 3.99) radius!: number;
}
const CIRCLES = { message: 'a list of 1 to 10 circles' };
export class NestedDesign extends ExpandDesignBase {
  declare kind: 'nested';
  @Many(() => NestedCircleDesign) @ArrayMinSize(1, CIRCLES) @ArrayMaxSize(10, CIRCLES) circles!: NestedCircleDesign[];
}
export class RectangleDesign extends ExpandDesignBase {
  declare kind: 'rectangle';
  @InRange(0.01, 5000, 'm or ft') @Says('Across its axis.', 20) width!: number;
  @InRange(0.01, 5000, 'm or ft') @Says('Along it; the centre is in the middle.', 25) length!: number;
}
export class StripDesign extends ExpandDesignBase {
  declare kind: 'strip';
  @InRange(0.01, 5000, 'm or ft') @Says('Both sides of the line together; each plot says its length.', 20) width!: number;
}
export class PointDesign extends ExpandDesignBase {
  declare kind: 'point';
  @InRange(0.01, 1000, 'm²/ha or ft²/acre') @Says('Basal-area factor.', 4) factor!: number;
}
export type ExpandDesign = CircleDesign | AreaDesign | NestedDesign | RectangleDesign | StripDesign | PointDesign;
export const EXPAND_DESIGNS = {
  circle: () => CircleDesign,
  area: () => AreaDesign,
  nested: () => NestedDesign,
  rectangle: () => RectangleDesign,
  strip: () => StripDesign,
  point: () => PointDesign,
} satisfies Record<ExpandDesign['kind'], () => new () => ExpandDesign>;
