import type { StandRow } from '../../book/stand-row';
import type { PartDone } from '../../derivation/engine';
import { type Derived, nameOf } from '../../derivation/store';
import type { Db } from '../db';
import { standRowsIn } from './tree-rows';

/** So many rows are held: more are read each time. */
const MOST_HELD = 200_000;
/** So many that changed are read again; where there are more, all are. */
const MOST_CHANGED = 20_000;

/** The rows of a survey as sums want them, held between questions: the next plot changes a few of them. */
export class HeldRows {
  private rows: Map<string, StandRow> | null = null;
  /** What they follow from. */
  private at = '';
  private news = new Set<string>();

  constructor(
    private readonly db: Db,
    readonly survey: string,
  ) {}

  /** A part of the survey was kept. */
  changed({ made, gone }: PartDone): void {
    for (const tree of made) this.news.add(tree);
    for (const tree of gone) this.news.add(tree);
  }

  /**
   * Takes over what changed while the survey was derived.
   * @param before how it was derived before that, `now` after
   */
  async bringUp(before: Derived | null, now: Derived | null): Promise<void> {
    const news = this.news;
    this.news = new Set();
    const held = this.rows !== null && before !== null && this.at === nameOf(before) && news.size <= MOST_CHANGED;
    if (!held || now === null) this.rows = null;
    if (now === null || this.rows === null) return;
    for (const tree of news) this.rows.delete(tree);
    if (news.size > 0) for (const row of await standRowsIn(this.db, this.survey, { trees: [...news] })) this.rows.set(row.id, row);
    this.at = nameOf(now);
  }

  /** All of them, by id. */
  async all(now: Derived): Promise<readonly StandRow[]> {
    if (this.rows !== null && this.at === nameOf(now)) return [...this.rows.values()].sort((a, b) => (a.id < b.id ? -1 : 1));
    const rows = await standRowsIn(this.db, this.survey);
    this.rows = rows.length > MOST_HELD ? null : new Map(rows.map((r) => [r.id, r]));
    this.at = nameOf(now);
    return rows;
  }
}
