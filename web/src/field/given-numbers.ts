import { db } from './database';
import { newId } from './device';
import { tagAfter } from './tag-after';

/** So many of the numbers given last are remembered for each survey. */
const MOST = 300;

/**
 * Takes a tree number for one tab: no other tab of this device gets it. The transaction is the lock, as a store is written
 * to by one tab at a time.
 * @param survey its id
 * @param wanted the number that is free as far as this tab sees
 * @param isFree whether a number is free as far as this tab sees
 * @returns the wanted number, or the next one that no tab was given
 */
export async function takeNumber(survey: string, wanted: string, isFree: (tag: string) => boolean): Promise<string> {
  const tx = (await db()).transaction('meta', 'readwrite');
  const key = `given ${survey}`;
  const given = ((await tx.store.get(key)) ?? []) as readonly string[];
  let tag = wanted;
  while (given.includes(tag) || !isFree(tag)) tag = tagAfter(tag);
  tx.store.put([...given, tag].slice(-MOST), key);
  await tx.done;
  return tag;
}

/** What tabs in which one survey is tallied tell each other. */
interface Told {
  readonly survey: string;
  readonly tab: string;
  readonly says: 'here' | 'who' | 'gone';
}

/**
 * Knows whether another tab of this device tallies the same survey: only then does a number have to be asked for.
 */
export class OtherTabs {
  private readonly tab = newId();
  private readonly others = new Set<string>();
  private readonly channel: BroadcastChannel;

  constructor(private readonly survey: string) {
    this.channel = new BroadcastChannel('arbolito.tally');
    this.channel.onmessage = ({ data }: MessageEvent<Told>) => {
      if (data.survey !== survey) return;
      if (data.says === 'gone') this.others.delete(data.tab);
      else this.others.add(data.tab);
      if (data.says === 'who') this.say('here');
    };
    this.say('who');
  }

  get any(): boolean {
    return this.others.size > 0;
  }

  close(): void {
    this.say('gone');
    this.channel.close();
  }

  private say(says: Told['says']): void {
    this.channel.postMessage({ survey: this.survey, tab: this.tab, says } satisfies Told);
  }
}
