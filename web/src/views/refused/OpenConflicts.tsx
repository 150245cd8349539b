import { useEffect, useMemo } from 'react';
import type { Book } from '../../book/book';
import { kindWord, thingsIn } from '../../book/conflict-words';
import type { Kind } from '../../contract/kinds/index';
import { bookStore } from '../../field/book-store';
import { useBookState } from '../../field/use-book';
import { useHeads } from '../../field/use-sheet';
import { Conflicts } from '../../ui/Conflicts';

/** Everything on this device that two people changed at once in different ways, each where a person chooses. */
export function OpenConflicts() {
  const { book, along, held } = useBookState();
  const heads = useHeads(useMemo(() => [...along], [along]));
  const told = useMemo(() => [...heads.values()].flatMap((h) => h?.conflicts.first ?? []), [heads]);
  // a page holds few trees: those that have conflicts are read for this one
  useEffect(() => {
    for (const tree of told) if (!held.has(tree)) void bookStore.openAsked(tree);
  }, [told, held]);
  const trees = useMemo(() => [...heads.values()].reduce((n, h) => n + (h?.conflicts.trees ?? 0), 0), [heads]);
  const things = useMemo(() => thingsOf(book, told), [book, told]);
  if (things.length === 0) return null;
  return (
    <section className="mt-6" aria-labelledby="conflicts">
      <h2 id="conflicts" className="text-title font-semibold">
        Conflicts
      </h2>
      <p className="max-w-prose text-soft">
        Two people changed the same thing at the same time. The later value is in use until one of you chooses.
      </p>
      <ul className="mt-2">
        {things.map(({ kind, entity, name, units }) => (
          <li key={entity} className="border-b border-rule py-2">
            <h3 className="font-semibold">{name}</h3>
            <Conflicts book={book} kind={kind} entity={entity} units={units} />
          </li>
        ))}
      </ul>
      {trees > told.length && (
        <p className="mt-2 text-soft">{trees - told.length} more trees have conflicts. They are listed once these are settled.</p>
      )}
    </section>
  );
}

interface Listed {
  readonly kind: Kind;
  readonly entity: string;
  readonly name: string;
  readonly units: 'metric' | 'us';
}

/** @param trees ids of trees of which something is open */
function thingsOf(book: Book, trees: readonly string[]): readonly Listed[] {
  const parts = trees.flatMap((id) => {
    const tree = book.tree(id);
    return tree ? thingsIn(tree) : [];
  });
  const all = new Map([...book.waiting(), ...parts].map((t) => [t.entity, t]));
  return [...all.values()].flatMap(({ kind, entity }) => {
    const thing = book.find(kind, entity);
    if (!thing || (thing.conflicts.length === 0 && book.openStrikeOuts(entity).length === 0)) return [];
    const body = thing.body as {
      readonly name?: string;
      readonly tag?: string;
      readonly survey?: string;
      readonly stem?: string;
      readonly tree?: string;
    };
    const tree = book.find('tree', kind === 'tree' ? entity : (body.tree ?? book.find('stem', body.stem)?.body.tree));
    const survey = book.find('survey', kind === 'survey' ? entity : (tree?.body.survey ?? body.survey));
    const own = kind === 'tree' ? `tree ${body.tag}` : body.name ? `${kindWord(kind)} ${body.name}` : `a ${kindWord(kind)}`;
    const words = [own, kind !== 'tree' && tree && `of tree ${tree.body.tag}`, kind !== 'survey' && survey && `in ${survey.body.name}`];
    const name = words.filter(Boolean).join(' ');
    return [
      { kind, entity, name: name.charAt(0).toUpperCase() + name.slice(1), units: book.protocolOf(survey)?.options.units ?? 'metric' },
    ];
  });
}
