import { byBands, byOpticalAngle, byTool, USUAL_REACH } from '../diameter/index';
import type { ReadingErrors } from '../kit/index';
import type { AnyDiameter, DiameterReading, OpticalReading, ToolName } from '../reading/index';
import { DomainError, degreesToRadians, formatNumber, type Metres, metres, radians, requireLength, toMetres } from '../units';
import type { Assumption } from './result';

/** One diameter reading as a diameter. */
export interface ReadDiameter {
  readonly tool: ToolName;
  readonly diameter: Metres;
  readonly sigma: Metres;
  /** Difference of a caliper's two readings as a share of their mean. */
  readonly outOfRound: number | null;
}

/**
 * Turns one reading into a diameter by its tool, with its error.
 * @param r as read
 * @param errors where the reading names none
 * @param assume is told of every figure nobody gave
 * @returns the diameter in metres with its standard error, and what a second reading says of its roundness
 * @throws DomainError on a reading that can't be one
 */
export function readDiameter(r: AnyDiameter, errors: ReadingErrors, assume: (a: Assumption) => void): ReadDiameter {
  return r.kind === 'diameter' ? byLength(r, errors, assume) : fromAfar(r, errors);
}

function byLength(r: DiameterReading, errors: ReadingErrors, assume: (a: Assumption) => void): ReadDiameter {
  const lengths = [toMetres(r.value, r.unit)];
  for (const v of r.more ?? []) lengths.push(toMetres(v, r.unit));
  const design = metres(r.designReach ?? USUAL_REACH);
  if (r.tool === 'biltmore-stick' && r.reach === undefined) {
    assume({ code: 'reach', text: `Reach taken as the stick’s own, ${formatNumber(design * 100, 1)} cm: nobody’s reach is known.` });
  }
  const { diameter, outOfRound } = byTool(r.tool, lengths, { own: metres(r.reach ?? design), design });
  return { tool: r.tool, diameter, sigma: metres(sigmaOf(r, diameter, lengths.length, errors)), outOfRound };
}

/** Standard error of a reading of n lengths, metres of diameter: a person's own share first, then the instrument's, then the typical one. */
function sigmaOf(r: DiameterReading, diameter: Metres, n: number, errors: ReadingErrors): number {
  const faces = r.tool === 'biltmore-stick' ? Math.sqrt(n) : 1;
  if (r.sigmaShare !== undefined) return (r.sigmaShare * diameter) / faces;
  switch (r.tool) {
    case 'diameter-tape':
      return (r.sigma ?? errors.diameter) * Math.sqrt(n);
    case 'plain-tape':
      return ((r.sigma ?? errors.diameter) * Math.sqrt(n)) / Math.PI;
    case 'caliper':
      return Math.hypot((r.sigma ?? errors.caliper) / Math.sqrt(n), ovalError(r, diameter));
    case 'biltmore-stick':
      return (r.sigma ?? errors.biltmore * diameter) / faces;
    case 'estimate':
      return r.sigma ?? errors.estimate * diameter;
  }
}

/** How far the mean of two diameters of an oval stem may be from its round one: (a − b)²/8d, arithmetic less geometric mean. */
function ovalError(r: DiameterReading, diameter: Metres): number {
  const second = r.more?.[0];
  return second === undefined ? 0 : toMetres(r.value - second, r.unit) ** 2 / (8 * diameter);
}

function fromAfar(r: OpticalReading, errors: ReadingErrors): ReadDiameter {
  requireLength('distance', r.distance);
  const distance = toMetres(r.distance, r.unit);
  const wanted = r.by === 'bands' && r.selfCorrecting ? 'level' : 'sight';
  let line: number = distance;
  if (r.elevation !== undefined && !(Math.abs(r.elevation) < 90))
    throw new DomainError('out-of-range', 'elevation', r.elevation, 'degrees strictly between −90 and 90');
  const cos = Math.cos(degreesToRadians(r.elevation ?? 0));
  if (r.along !== wanted) {
    if (r.elevation === undefined) {
      throw new DomainError(
        'no-elevation',
        'elevation',
        undefined,
        `the angle of the sight: the distance was read ${r.along === 'level' ? 'level' : 'along the sight'}, and the other is wanted`,
      );
    }
    line = wanted === 'sight' ? distance / cos : distance * cos;
  }
  let diameter: Metres;
  if (r.by === 'angle') diameter = byOpticalAngle(radians(degreesToRadians(r.value)), metres(line), r.to, cos);
  else {
    if (r.ratio === undefined)
      throw new DomainError('no-ratio', 'band ratio', undefined, 'diameter over distance of one band, for example 0.02');
    diameter = byBands(r.value, r.ratio, metres(line));
    // bands count from the axis; a distance to the face lacks half the stem
    if (r.to === 'face') diameter = metres(diameter / (1 - (r.value * r.ratio) / 2 / (wanted === 'sight' ? cos : 1)));
    if (!(diameter > 0)) throw new DomainError('out-of-range', 'band count', r.value, 'fewer bands: these would wrap round the eye');
  }
  const sigma = r.sigma ?? diameter * (r.sigmaShare ?? errors.optical);
  return { tool: 'optical', diameter, sigma: metres(sigma), outOfRound: null };
}
