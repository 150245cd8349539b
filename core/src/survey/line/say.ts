import { sayBearing } from '../../land/bearing';
import type { CalledTree, LineContext } from './define';
import { nameOfClass, printNumber, upperLimit } from './numbers';

/**
 * A called tree in words, to be read back before it is kept.
 * @param tree as it was called
 * @param species its name where the line says none
 * @returns for example `Scots pine, 31.4 cm, 7 logs, 40° NE 8.2 m, dead standing`
 */
export function sayCall(tree: CalledTree, context: LineContext, species: string | null = null): string {
  const name = context.species.find((s) => s.code === tree.species)?.name ?? species ?? 'no species said';
  const { count, diameter, logs, height, place } = tree;
  return [
    count > 1 ? `${count} × ${name}` : name,
    diameter === null ? 'no diameter' : sayDiameter(diameter, context),
    logs !== null && `${printNumber(logs)} ${logs === 1 ? 'log' : 'logs'}`,
    height && `${printNumber(height.value)} ${height.unit} high${height.byEye ? ' by eye' : ''}`,
    place && `${sayBearing(place.bearing)} ${printNumber(place.distance)} ${place.unit}${place.byEye ? ' by eye' : ''}`,
    tree.status?.replaceAll('-', ' '),
    tree.crownClass,
    tree.cutOrLeave && `to ${tree.cutOrLeave}`,
    tree.cull !== null && `${printNumber(tree.cull)} % cull`,
    tree.grade !== null && `grade ${tree.grade}`,
    tree.product,
    tree.damage,
    ...Object.entries(tree.own ?? {}).map(([key, v]) => {
      const asked = context.ownFields.find((f) => f.key === key)?.name ?? key;
      return `${asked} ${typeof v === 'boolean' ? (v ? 'yes' : 'no') : v}`;
    }),
    tree.tag !== null && `tree ${tree.tag}`,
    tree.note !== null && `“${tree.note}”`,
  ]
    .filter(Boolean)
    .join(', ');
}

function sayDiameter(diameter: NonNullable<CalledTree['diameter']>, { classes }: LineContext): string {
  const { unit } = diameter;
  if (diameter.kind === 'exact') return `${printNumber(diameter.value)} ${unit}${diameter.byEye ? ' by eye' : ''}`;
  const name = nameOfClass(diameter, classes);
  return `class ${name === null ? '' : `${printNumber(name)} ${unit} from `}${printNumber(diameter.from)} to ${printNumber(upperLimit(diameter))} ${unit}`;
}
