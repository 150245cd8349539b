import { LENGTHS_OF_TOOL, metres, parseAngle, parseLength, parseLengths, showHeight, showPom } from '@arbolito/core';
import { tapeFields } from '../book/make-records';
import { type Preferences, tapeUnits } from '../field/preferences';
import type { Around } from './step';
import { type Draft, no, sameUnit } from './typed';

/** A diameter past this is no tree's; a girth past π times it. */
const THICKEST = metres(15);

/** A diameter at the tape's place, or higher up where somebody says. */
export function diameter(step: 'dbh' | 'upper', text: string, p: Preferences, around: Around): Draft {
  const where = placeOf(step, p, around);
  if (!where.ok) return where;
  if (p.tool === 'optical') return optical(text, p, around, where.fields);
  const { most } = LENGTHS_OF_TOOL[p.tool];
  const lengths = parseLengths(text, tapeUnits(p).diameter, most);
  if (!lengths.ok) return lengths;
  const [value = 0, ...more] = lengths.values;
  const limit = p.tool === 'plain-tape' ? metres(THICKEST * Math.PI) : THICKEST;
  const whole = parseLength(`${lengths.values.reduce((a, b) => a + b, 0)}`, lengths.unit);
  if (whole.ok && whole.metres > limit) return no(`${lengths.echo} is more than any stem here: at most ${showHeight(limit, p.units)}.`);
  const echo = sameUnit(lengths.unit, p) ? lengths.echo : `${lengths.echo} = ${whole.ok ? showHeight(whole.metres, p.units) : ''}`;
  return {
    ok: true,
    echo,
    read: {
      kind: 'diameter',
      tool: p.tool,
      value,
      ...(more.length > 0 ? { more } : {}),
      unit: lengths.unit,
      ...(p.tool === 'biltmore-stick' && p.stickReach !== null ? { designReach: p.stickReach } : {}),
      ...where.fields,
    },
  };
}

type Placed =
  | { readonly ok: true; readonly fields: { pom?: number; why?: string; upper?: true } }
  | { readonly ok: false; readonly reason: string };

/** Where a diameter was read: the point of measurement, or a height up the stem that somebody says. */
function placeOf(step: 'dbh' | 'upper', p: Preferences, { tape, beside }: Around): Placed {
  if (step === 'dbh') return { ok: true, fields: tapeFields(tape) };
  const height = parseLength(beside.upperHeight, tapeUnits(p).length);
  if (!height.ok) return { ok: false, reason: 'Say first how high up the stem it is read.' };
  if (height.metres > 60 || height.metres <= 0)
    return { ok: false, reason: `${height.echo} is no height on a stem here: at most ${showPom(metres(60), p.units)}.` };
  return { ok: true, fields: { upper: true, pom: height.metres } };
}

function optical(text: string, p: Preferences, { beside, distance }: Around, fields: object): Draft {
  const { by, ratio, along, to, selfCorrecting } = p.optical;
  const value = Number(
    text
      .trim()
      .replace(',', '.')
      .replace(/[°\s]+$/, ''),
  );
  const most = by === 'angle' ? 60 : 200;
  if (!(value > 0 && value < most))
    return no(
      `“${text.trim()}”: ${by === 'angle' ? 'the angle the stem subtends, in degrees' : 'a count of bands'}, above 0 and under ${most}.`,
    );
  const typed = beside.optical.distance.trim();
  const read = typed ? parseLength(typed, tapeUnits(p).length) : null;
  if (read && !read.ok) return read;
  if (!read && distance === null) return no('Say how far the instrument is from the stem.');
  const elevation = beside.optical.elevation.trim();
  const angle = elevation ? parseAngle(elevation, { kind: 'degree' }) : null;
  if (angle && !angle.ok) return angle;
  const way = read ? along : 'level';
  const wanted = by === 'bands' && selfCorrecting ? 'level' : 'sight';
  if (way !== wanted && !angle)
    return no(
      `The distance is ${way === 'level' ? 'level' : 'along the sight'}: type the angle of the sight beside it too (0 at breast height on level ground).`,
    );
  return {
    ok: true,
    echo: by === 'angle' ? `${value}°` : `${value} bands`,
    read: {
      kind: 'optical-diameter',
      by,
      value,
      ...(by === 'bands' ? { ratio, ...(selfCorrecting ? { selfCorrecting } : {}) } : {}),
      distance: read?.ok ? read.value : (distance as number),
      unit: read?.ok ? read.unit : 'm',
      along: way,
      to: read ? to : 'axis',
      ...(angle?.ok ? { elevation: angle.value } : {}),
      ...fields,
    },
  };
}
