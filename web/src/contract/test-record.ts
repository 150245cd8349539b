import { v7 } from 'uuid';

/** A record as it is sent: plain, of any kind and body, so that what can't be may be tried too. */
export interface SentPlain {
  readonly id: string;
  readonly entity: string;
  readonly supersedes: string | null;
  readonly kind: string;
  readonly schema: number;
  readonly device: string;
  readonly person: string | null;
  readonly at: string;
}

/**
 * The first version of something, made now.
 * @param more of the envelope, where it is to say something else
 */
export function sentRecord<Body extends object>(kind: string, body: Body, more: object = {}): SentPlain & { readonly body: Body } {
  const id = v7();
  return { id, entity: id, supersedes: null, kind, schema: 1, device: 'test', person: null, at: new Date().toISOString(), body, ...more };
}
