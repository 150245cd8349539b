/** Ids in their order, which goes by time: what is new nearly always goes to the end. */
export class IdList {
  private ids: string[] = [];
  /** Not in their place yet. */
  private late: string[] = [];

  add(id: string): void {
    const last = this.ids.at(-1);
    if (last === undefined || id > last) this.ids.push(id);
    else this.late.push(id);
  }

  remove(id: string): void {
    const at = placeIn(this.sorted(), id);
    if (this.ids[at] === id) this.ids.splice(at, 1);
  }

  sorted(): readonly string[] {
    const { ids, late } = this;
    if (late.length === 0) return ids;
    // a device whose clock is behind puts one in at a time; what is pulled may bring thousands
    if (late.length < 100) for (const id of late) ids.splice(placeIn(ids, id), 0, id);
    else this.ids = [...ids, ...late].sort();
    this.late = [];
    return this.ids;
  }
}

/** Where an id stands in a list that is in order, or would stand. */
export function placeIn(list: readonly (string | { readonly id: string })[], id: string): number {
  let [from, to] = [0, list.length];
  while (from < to) {
    const middle = (from + to) >> 1;
    const at = list[middle] as string | { readonly id: string };
    if ((typeof at === 'string' ? at : at.id) < id) from = middle + 1;
    else to = middle;
  }
  return from;
}
