import { Book } from '../book/book';
import { changeOf, type ProtocolChange } from '../book/protocol-change';
import { type Recomputed, recomputedBy } from '../book/recomputed';
import type { SurveyHead } from '../book/summary';
import { scopesUnder } from './kept-sheets';
import { type News, newsChannel } from './news';
import { OpenSheet, type Tell } from './open-sheet';
import { load, loadAll } from './store';

/** The sheets of surveys that somebody looks at, in a worker: what is long to work out stands in nobody's way. */
export class Sheets {
  private readonly open = new Map<number, OpenSheet>();
  private last = 0;
  private readonly channel = newsChannel();
  private queue: Promise<void> = Promise.resolve();

  /** @param program names the program: what another one put by is worked out again */
  constructor(private readonly program: string) {
    this.channel.onmessage = ({ data }: MessageEvent<News>) => {
      for (const sheet of this.open.values()) sheet.hear(data);
    };
  }

  /**
   * Tells of a survey's sheet, now and whenever it changes.
   * @returns what to name it by when that is to end
   */
  watch(survey: string, withRows: boolean, tell: Tell): number {
    const sheet = new OpenSheet(survey, this.program, withRows, tell, (work) => this.inTurn(work));
    this.last++;
    this.open.set(this.last, sheet);
    void sheet.open();
    return this.last;
  }
  unwatch(name: number): void {
    this.open.get(name)?.close();
    this.open.delete(name);
  }

  /** What another protocol would make of a survey; null where the survey is not here whole. */
  async changeOf(survey: string, to: SurveyHead['protocol']): Promise<ProtocolChange | null> {
    const book = new Book((await Promise.all(scopesUnder(survey).map((s) => load(s)))).flat());
    const head = book.find('survey', survey);
    return head && changeOf(book, head, to);
  }

  /** The trees of all surveys here that a failed check of an instrument changes. */
  async recomputedBy(instrument: string): Promise<readonly Recomputed[]> {
    return recomputedBy(new Book(await loadAll()), instrument);
  }

  /** One survey after the other. */
  private inTurn(work: () => Promise<void>): Promise<void> {
    this.queue = this.queue.then(work).catch((e) => console.error(e));
    return this.queue;
  }
}
