import {
  echoAngle,
  type LengthUnit,
  metres,
  type Reading,
  sayLength,
  scaleOf,
  showHeight,
  showPom,
  type ToolName,
  type UnitSystem,
} from '@arbolito/core';
import { sayTrunk } from './say-trunk';

export const TOOL_NAMES: Readonly<Record<ToolName, string>> = {
  estimate: 'by eye',
  'diameter-tape': 'diameter tape',
  'plain-tape': 'girth, tape or string',
  caliper: 'caliper',
  'biltmore-stick': 'stick',
  optical: 'optical',
};

/** A reading as it was read, with its unit or scale. */
export function sayReading(read: Reading, units: UnitSystem): string {
  const upper = 'upper' in read && read.upper && read.pom ? ` at ${showPom(metres(read.pom), units)}` : '';
  switch (read.kind) {
    case 'angle': {
      const angle = `${read.included ? 'between ' : ''}${echoAngle(read.value, scaleOf(read))}`;
      return read.name ? `${read.name} ${angle}` : angle;
    }
    case 'shot':
      return `${read.name ? `${read.name} ` : ''}${sayLength(read.value, read.unit)} ${echoAngle(read.elevation, read.scale ? scaleOf({ ...read, scale: read.scale }) : { kind: 'degree' })}`;
    case 'trunk':
      return sayTrunk(read.trunk, units);
    case 'optical-diameter':
      return `${read.by === 'angle' ? `${read.value}°` : `${read.value} bands`} from ${sayLength(read.distance, read.unit)}${upper}`;
    case 'diameter': {
      const tool = read.tool === 'diameter-tape' || read.tool === 'plain-tape' ? '' : ` ${TOOL_NAMES[read.tool]}`;
      return `${sum(read)}${tool}${upper}`;
    }
    case 'direct-height':
      return sum(read);
    case 'distance':
      return `${sayLength(read.value, read.unit)}${read.elevation === undefined ? '' : ` ${echoAngle(read.elevation, { kind: 'degree' })}`}`;
    case 'paces':
      return `${read.value} paces`;
    case 'logs':
    case 'log-scale':
      return read.value === 1 ? '1 log' : `${read.value} logs`;
    case 'set-angle':
      return `${read.rise} : ${read.run}`;
    case 'reference-shadow':
      return `${read.height} casts ${sayLength(read.value, read.unit)}`;
    case 'device-height':
      return `${sayLength(read.value, read.unit)}${set(read.setDistance, units)}`;
    case 'lean':
      return `${read.value}° ${read.fromShadow === undefined ? TOWARD[read.toward] : `${read.fromShadow}° off the shadow`}`;
    case 'from-eye':
      return `${sayLength(read.value, read.unit)}${read.mark === undefined ? '' : ` at ${showPom(metres(read.mark), units)}`}${set(read.setDistance, units)}`;
    case 'bearing':
      return `${read.value}°`;
    case 'neighbour':
      return `${sayLength(read.value, read.unit)} to ${read.to}`;
    case 'earlier-height':
      return `${sayLength(read.value, read.unit)} in ${read.year}${read.method ? `, ${read.method}` : ''}`;
    case 'crown-spread':
      return `${read.first} × ${read.second} ${read.unit}`;
    case 'crown':
      return `${read.halfWidth} out, ${read.depth} up ${read.unit}`;
    default:
      return sayLength(read.value, read.unit);
  }
}

export const TOWARD = { eye: 'toward you', away: 'away from you', side: 'to the side' } as const;
/** Several lengths that add up, in one unit. */
const sum = ({ value, more = [], unit }: { readonly value: number; readonly more?: readonly number[]; readonly unit: LengthUnit }) =>
  more.length === 0 || unit === 'ft'
    ? [value, ...more].map((v) => sayLength(v, unit)).join(' + ')
    : `${[value, ...more].join(' + ')} ${unit}`;
/** What a device was set to, metres. */
const set = (distance: number | undefined, units: UnitSystem) =>
  distance === undefined ? '' : `, set to ${showHeight(metres(distance), units)}`;
