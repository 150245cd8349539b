import type { Stated } from '../book/things';

interface Props {
  readonly people: readonly Stated<'person'>[];
  readonly value: string | null;
  readonly name: string;
  /** What stands for nobody, where nobody is allowed. */
  readonly nobody?: string;
  readonly onPick: (id: string | null) => void;
}

/** Somebody of the book. */
export function PersonSelect({ people, value, name, nobody, onPick }: Props) {
  return (
    <select
      className="chip min-w-40 flex-1 justify-start"
      aria-label={name}
      value={people.some((p) => p.entity === value) ? (value ?? '') : ''}
      onChange={(e) => onPick(e.target.value || null)}
    >
      {nobody && <option value="">{nobody}</option>}
      {people.map((p) => (
        <option key={p.entity} value={p.entity}>
          {p.body.name}
        </option>
      ))}
    </select>
  );
}
