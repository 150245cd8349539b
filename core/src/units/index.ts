export {
  cubicMetresToCubicFeet,
  degreesToRadians,
  feetToMetres,
  fromMetres,
  inchesToMetres,
  LENGTH_UNITS,
  type LengthUnit,
  METRES_PER_FOOT,
  METRES_PER_INCH,
  metresToFeet,
  metresToInches,
  radiansToDegrees,
  SQUARE_METRES_PER_ACRE,
  SQUARE_METRES_PER_HECTARE,
  toMetres,
} from './convert';
export {
  type Answer,
  answer,
  DomainError,
  LEAST_LENGTH,
  noAnswer,
  type Refusal,
  requireAbove,
  requireFinite,
  requireFrom,
  requireLength,
} from './domain-error';
export {
  formatLength,
  formatNumber,
  metresPerLength,
  sayLength,
  showBasalArea,
  showDiameter,
  showHeight,
  showVolume,
  showVolumeSigma,
  UNITS_OF,
  type UnitSystem,
} from './format';
export { echoAngle, type ParsedAngle, parseAngle } from './parse-angle';
export { normalise, type ParsedLength, parseLength } from './parse-length';
export { type ParsedLengths, parseLengths } from './parse-lengths';
export { type LineReading, type ParsedLine, parseLine } from './parse-line';
export {
  add,
  type BoardFeet,
  boardFeet,
  type CubicFeet,
  type CubicMetres,
  cubicMetres,
  type Feet,
  feet,
  type Inches,
  inches,
  type Metres,
  metres,
  type Quantity,
  type Radians,
  radians,
  type SquareMetres,
  squareMetres,
  type Tangent,
  tangent,
} from './quantity';
export { type AngleScale, checkScaleRange, readingOf, SCALE_KINDS, tangentOf } from './scale';
