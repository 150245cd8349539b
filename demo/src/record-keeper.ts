import type { Chance } from './random';

/** A record as it goes over the wire; the contract checks it on arrival. */
export interface DemoRecord {
  readonly id: string;
  readonly entity: string;
  readonly supersedes: string | null;
  readonly kind: string;
  readonly schema: 1;
  readonly device: string;
  readonly person: string | null;
  readonly at: string;
  readonly body: Record<string, unknown>;
}

/** Makes records one after the other, as somebody at work does: time goes on with each. */
export class Keeper {
  /** Whose records these are from now on. */
  person: string | null = null;

  constructor(
    private readonly chance: Chance,
    private readonly device: string,
    public now: number,
    /** Where records go, in the order of their making: two who keep side by side share one. */
    readonly records: DemoRecord[] = [],
  ) {}

  keep(kind: string, body: Record<string, unknown>, supersedes: string | null = null): string {
    this.now += Math.round(this.chance.between(2_000, 9_000));
    const id = this.chance.uuid(this.now);
    this.records.push({
      id,
      entity: supersedes ?? id,
      supersedes,
      kind,
      schema: 1,
      device: this.device,
      person: this.person,
      at: new Date(this.now).toISOString(),
      body,
    });
    return id;
  }

  /** The day it is, as a visit keeps it. */
  today(): string {
    return new Date(this.now).toISOString().slice(0, 10);
  }
}
