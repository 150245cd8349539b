import { Book } from '../book/book';
import type { AnyRecord } from '../contract/envelope';
import { SHARED } from '../contract/scope';
import { toolErrorsOf } from './derivation-store';
import type { Filed } from './schema';
import { UNFILED } from './schema';
import { along, folderOf, load, recordsById, treesBackwards } from './store';

/**
 * The part of the book that a page holds, read piece by piece from this device's store, however large that is: what every
 * survey shares, of each survey carried what belongs to no tree, and of trees those that the page needs: the one in hand,
 * the last of its survey, after whose tag the next goes on. What readings of its other trees say of tools is kept as sums.
 */
export class PageBook {
  book = new Book();
  private aside: ReadonlySet<string> = new Set();
  private held = new Set<string>();
  private readonly surveys = new Set<string>();
  /** What the book was told of the tools of each. */
  private readonly toolErrors = new Map<string, string>();
  private readonly reading = new Set<string>();
  private meanwhile: AnyRecord[] | null = null;

  /** Trees of which everything is here that this device has. */
  get trees(): ReadonlySet<string> {
    return this.held;
  }

  /**
   * All of it anew: at the opening, and when what was decided may bring records into the book or take them out.
   * @param unfinished records that are on their way into the store
   * @param aside records that were set aside
   */
  async readAll(unfinished: readonly AnyRecord[], aside: ReadonlySet<string>): Promise<void> {
    this.aside = aside;
    // what is shown while the store is being read may not be in what is read
    const meanwhile = [...unfinished];
    this.meanwhile = meanwhile;
    const carried = await along();
    const parts = await Promise.all([load(SHARED), load(UNFILED), ...carried.map((s) => load(s, ''))]);
    const trees = await Promise.all([...this.held].map(treeRecords));
    this.book = new Book(this.counted([...parts.flat(), ...trees.flat(), ...meanwhile]));
    this.toolErrors.clear();
    for (const survey of this.surveys) await this.readToolErrors(survey);
    if (this.meanwhile === meanwhile) this.meanwhile = null;
  }

  /** Adds records, whatever they are of; set aside they stay out. */
  add(records: readonly AnyRecord[]): void {
    this.meanwhile?.push(...records);
    const fresh = this.counted(records).filter((r) => !this.book.has(r.id));
    if (fresh.length > 0) this.book = this.book.add(fresh).book;
  }

  /** A tree that is only begun: nothing of it is anywhere else. */
  begin(tree: string): void {
    this.held.add(tree);
  }

  /** Reads trees that are not held yet. */
  async hold(trees: readonly string[]): Promise<void> {
    const wanted = trees.filter((t) => !this.held.has(t));
    if (wanted.length === 0) return;
    // what is written while they are read is theirs too
    for (const tree of wanted) this.reading.add(tree);
    const records = (await Promise.all(wanted.map(treeRecords))).flat();
    for (const tree of wanted) this.reading.delete(tree);
    // copied, so that whoever looks sees that it is another set
    this.held = new Set([...this.held, ...wanted]);
    this.add(records);
  }

  /** Holds of a survey what measuring in it needs beside the tree in hand, from now on. */
  async openSurvey(survey: string): Promise<void> {
    this.surveys.add(survey);
    await this.readToolErrors(survey);
    for await (const tree of treesBackwards(survey)) {
      await this.hold([tree]);
      if (this.book.tree(tree)) return;
    }
  }

  /** Takes over what readings of trees that are not held say of people and tools, as it was derived last. */
  async readToolErrors(survey: string): Promise<void> {
    if (!this.surveys.has(survey)) return;
    const trees = await toolErrorsOf(survey);
    const said = JSON.stringify([...trees]);
    // in most surveys no two tools read one tree: nothing follows for the trees in hand
    if ((this.toolErrors.get(survey) ?? '[]') === said) return;
    this.toolErrors.set(survey, said);
    this.book = this.book.told(survey, { trees });
  }

  /** Shows of what was written what belongs here. */
  async take(filed: readonly Filed[]): Promise<void> {
    const isHere = ({ tree }: Filed) => tree === '' || this.held.has(tree) || this.reading.has(tree);
    this.add(filed.filter(isHere).map((f) => f.record));
    const further = new Set(filed.flatMap((f) => (!isHere(f) && this.surveys.has(f.scope) ? [f.scope] : [])));
    for (const survey of further) await this.openSurvey(survey);
  }

  /** Refused records with the trees they are of: a person decides over them. */
  async refused(ids: readonly string[]): Promise<readonly AnyRecord[]> {
    const folders = await Promise.all(ids.map(folderOf));
    await this.hold([...new Set(folders.flatMap((f) => (f && f.tree !== '' ? [f.tree] : [])))]);
    return recordsById(ids);
  }

  private counted(records: readonly AnyRecord[]): readonly AnyRecord[] {
    return this.aside.size === 0 ? records : records.filter((r) => !this.aside.has(r.id));
  }
}

async function treeRecords(tree: string): Promise<readonly AnyRecord[]> {
  const at = await folderOf(tree);
  return at ? load(at.scope, tree) : [];
}
