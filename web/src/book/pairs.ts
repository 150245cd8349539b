/** What one point says: whose tool, and how it compared with a better one there. */
export interface Said<P> {
  readonly who: string;
  readonly pair: P;
}

/** How readings are matched: where one was taken, and what those of one place say of each other. */
export interface Matching<R, P> {
  /** Key of the place of a reading; null when it takes no part. */
  readonly place: (reading: R) => string | null;
  /** @param readings of one place, oldest first, two or more */
  readonly compare: (readings: readonly R[]) => readonly Said<P>[];
}

/** Where readings are looked up. */
export interface Readings<R> {
  /** What an id stands for, be it struck out or not; null where nothing of it is in force. */
  readonly find: (id: string) => R | null;
  /** The same with its survey; null when it, or what it is part of, is struck out. */
  readonly inForce: (id: string) => { readonly survey: string; readonly reading: R } | null;
}

interface Place<P> {
  readonly ids: Set<string>;
  said: readonly Said<P>[];
  survey: string;
}

/**
 * What was read twice at one place, kept up as readings come. Pairs count within their survey.
 */
export class Pairs<R, P> {
  private readonly placeOf = new Map<string, string>();
  /** A place read once is that reading's id alone: most are. */
  private readonly places = new Map<string, Place<P> | string>();
  private readonly waiting = new Set<string>();
  /** Survey, then whose, then by place. */
  private readonly found = new Map<string, Map<string, Map<string, readonly P[]>>>();
  private readonly stamps = new Map<string, number>();

  constructor(
    private readonly matching: Matching<R, P>,
    private readonly readings: Readings<R>,
  ) {}

  /** A reading is new, changed, taken back, or belongs somewhere else. */
  changed(id: string): void {
    const before = this.placeOf.get(id);
    const reading = this.readings.find(id);
    // most readings take no part, and whether they count need not be known then
    const place = reading && this.matching.place(reading);
    if (place === null && before === undefined) return;
    const at = place !== null && this.readings.inForce(id) ? place : null;
    if (before !== undefined && typeof this.places.get(before) === 'object') this.waiting.add(before);
    if (at === (before ?? null)) return;
    if (before !== undefined) this.leave(before, id);
    if (at === null) this.placeOf.delete(id);
    else this.join(at, id);
  }

  private join(at: string, id: string): void {
    this.placeOf.set(id, at);
    const place = this.places.get(at);
    if (place === undefined) this.places.set(at, id);
    else if (typeof place === 'string') this.places.set(at, { ids: new Set([place, id]), said: [], survey: '' });
    else place.ids.add(id);
    if (place !== undefined) this.waiting.add(at);
  }

  private leave(at: string, id: string): void {
    const place = this.places.get(at);
    if (place === id) this.places.delete(at);
    else if (typeof place === 'object') place.ids.delete(id);
  }

  /** What readings are compared by has changed for all of them. */
  allChanged(): void {
    for (const [at, place] of this.places) if (typeof place === 'object') this.waiting.add(at);
  }

  /** Pairs of a person with a tool in a survey, by the age of their places. */
  of(survey: string, who: string): readonly P[] {
    this.settle();
    return inOrder(this.found.get(survey)?.get(who));
  }

  /** The same over all surveys. */
  everywhere(who: string): readonly P[] {
    this.settle();
    return [...this.found.keys()].sort().flatMap((survey) => inOrder(this.found.get(survey)?.get(who)));
  }

  /** A number that changes whenever what pairs say in a survey may have. */
  stamp(survey: string): number {
    this.settle();
    return this.stamps.get(survey) ?? 0;
  }

  private settle(): void {
    if (this.waiting.size === 0) return;
    for (const at of this.waiting) {
      const place = this.places.get(at);
      if (typeof place !== 'object') continue;
      const here = [...place.ids].sort().flatMap((id) => this.readings.inForce(id) ?? []);
      const survey = here[0]?.survey ?? '';
      const said = here.length > 1 ? this.matching.compare(here.map((h) => h.reading)) : [];
      this.put(place.survey, at, place.said, false);
      this.put(survey, at, said, true);
      Object.assign(place, { said, survey });
      if (place.ids.size === 0) this.places.delete(at);
    }
    this.waiting.clear();
  }

  private put(survey: string, at: string, said: readonly Said<P>[], there: boolean): void {
    if (said.length === 0) return;
    this.stamps.set(survey, (this.stamps.get(survey) ?? 0) + 1);
    const here = this.found.get(survey) ?? new Map<string, Map<string, readonly P[]>>();
    this.found.set(survey, here);
    for (const { who } of said) {
      const own = here.get(who) ?? new Map<string, readonly P[]>();
      here.set(who, own);
      if (!there) own.delete(at);
    }
    if (there) for (const { who, pair } of said) here.get(who)?.set(at, [...(here.get(who)?.get(at) ?? []), pair]);
  }
}

function inOrder<P>(places: ReadonlyMap<string, readonly P[]> | undefined): readonly P[] {
  return places ? [...places].sort(([a], [b]) => (a < b ? -1 : 1)).flatMap(([, pairs]) => pairs) : [];
}
