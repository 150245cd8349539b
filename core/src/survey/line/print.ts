import { UNITS_OF } from '../../units';
import type { CalledTree, LineContext, MarkName } from './define';
import { MARK_NAMES, MARKS } from './marks';
import { nameOfClass, printNumber, upperLimit } from './numbers';

/**
 * A called tree as it is typed: `parseCall` reads it back to the same tree.
 * @param tree as it was called
 * @param context it is to be read under; a class of other widths than the survey's is written by its limits
 * @returns the line
 */
export function printCall(tree: CalledTree, context: LineContext): string {
  const marks = MARK_NAMES.map((name) => printMark(name, tree, context));
  return [printSpecies(tree, context), printDiameter(tree, context), ...printSecond(tree, context), ...marks].filter(Boolean).join(' ');
}

const printMark = <M extends MarkName>(name: M, tree: CalledTree, context: LineContext): string => MARKS[name].print(tree[name], context);

const printSpecies = ({ species }: CalledTree, _: LineContext): string =>
  species === null ? '' : /^[~\d.,]/.test(species) || /\s/.test(species) ? `sp=${/\s/.test(species) ? `"${species}"` : species}` : species;

function printDiameter({ diameter }: CalledTree, { classes, units }: LineContext): string {
  if (diameter === null) return '';
  const { unit } = diameter;
  if (diameter.kind === 'class') {
    const name = nameOfClass(diameter, classes);
    return name === null ? `${printNumber(diameter.from)}..${printNumber(upperLimit(diameter))}${unit}` : printNumber(name);
  }
  const bare = classes === null && unit === UNITS_OF[units].diameter;
  return `${diameter.byEye ? '~' : ''}${printNumber(diameter.value)}${bare ? '' : unit}`;
}

function printSecond({ logs, height, diameter }: CalledTree, { second, logLength, units }: LineContext): readonly string[] {
  const { length: long } = UNITS_OF[units];
  const bare = diameter !== null && (second ?? (logLength === null ? 'height' : null));
  return [
    logs === null ? '' : `${printNumber(logs)}${bare === 'logs' ? '' : 'l'}`,
    height === null
      ? ''
      : `${height.byEye ? '~' : ''}${printNumber(height.value)}${bare === 'height' && height.unit === long ? '' : height.unit}`,
  ];
}
