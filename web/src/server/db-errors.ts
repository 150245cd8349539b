/** PostgreSQL's own code of an error (SQLSTATE), or the system's; errors come wrapped. */
export function sqlState(e: unknown): string {
  for (let at = e as { code?: unknown; cause?: unknown } | undefined, i = 0; at && i < 5; at = at.cause as typeof at, i++)
    if (typeof at.code === 'string') return at.code;
  return e instanceof Error ? e.name : 'unknown';
}

/** Whether the database refused what it was given: data it can't hold (class 22) or that breaks a rule of its own (23). */
export const isRefusal = (e: unknown): boolean => /^2[23]...$/.test(sqlState(e));

const AWAY = new Set(['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT', 'ENOENT', '57P01', '57P02', '57P03', '57014', '53300']);
/** What the client says in words alone. */
const AWAY_WORDS = /connection terminated|terminated unexpectedly|timeout exceeded when trying to connect|not queryable|after calling end/i;

/** Whether the database could not be reached, was too busy, or its connection was lost on the way: try again in a moment. */
export function isAway(e: unknown): boolean {
  const state = sqlState(e);
  if (AWAY.has(state) || /^08...$/.test(state)) return true;
  for (let at = e as { message?: unknown; cause?: unknown } | undefined, i = 0; at && i < 5; at = at.cause as typeof at, i++)
    if (typeof at.message === 'string' && AWAY_WORDS.test(at.message)) return true;
  return false;
}
