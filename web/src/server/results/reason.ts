import { sqlState } from '../db-errors';

/** Why something failed, in words that may be shown: a statement's own message has all its values in it. */
export function reasonOf(e: Error): string {
  if (/^Failed query/.test(e.message) || 'code' in e) return `the database says ${sqlState(e)}`;
  return e.message.split('\n')[0]?.slice(0, 300) || e.name;
}
