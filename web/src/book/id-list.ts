/** Ids in their order, which goes by time: what is new nearly always goes to the end. */
export class IdList {
  private ids: string[] = [];
  private inOrder = true;

  add(id: string): void {
    const last = this.ids.at(-1);
    if (last !== undefined && id < last) this.inOrder = false;
    this.ids.push(id);
  }

  remove(id: string): void {
    this.ids = this.ids.filter((other) => other !== id);
  }

  sorted(): readonly string[] {
    if (!this.inOrder) {
      this.ids.sort();
      this.inOrder = true;
    }
    return this.ids;
  }
}
