import type { DiameterTool, Reading, ToolName } from '@arbolito/core';
import { angleReading } from '../../book/make-records';
import { slotOfTool } from '../../book/slots';
import type { Preferences } from '../../field/preferences';

/** A kept reading as it is when its scale, unit or way of taking turns out to have been another one. */
export function readAs(read: Reading, change: Partial<Preferences>): Reading {
  switch (read.kind) {
    case 'angle':
      if (!change.scale || read.included) return read;
      return { ...angleReading(read.target, read.value, change.scale), ...(read.name ? { name: read.name } : {}) };
    case 'diameter':
      return { ...read, tool: otherTape(read.tool, change.tool) ?? read.tool, unit: change.diameterUnit ?? read.unit };
    case 'distance':
      // a line of sight has an angle of its own, and another instrument is another reading
      if (read.to === 'plumb' || read.along === 'sight' || change.along === 'sight' || change.by) return read;
      return { ...read, along: change.along ?? read.along, to: change.to ?? read.to, unit: change.lengthUnit ?? read.unit };
    case 'paces':
      return change.along === 'sight' ? read : { ...read, along: change.along ?? read.along, to: change.to ?? read.to };
    default:
      return read;
  }
}

/** Between the two sides of a tape a kept reading may be corrected; another tool is another reading. */
const otherTape = (read: DiameterTool, chosen: ToolName | undefined) =>
  chosen && chosen !== 'optical' && slotOfTool(read) === slotOfTool(chosen) ? chosen : undefined;
