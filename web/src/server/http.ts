import type { Problem } from '../contract/problem';
import type { Checked, FieldError } from '../contract/validate';
import { isAway, sqlState } from './db-errors';

/** An error on its way to the caller; the catalogue below gives it status and title. */
export class HttpProblem extends Error {
  constructor(
    readonly code: keyof typeof CATALOGUE,
    readonly detail: string,
    readonly errors: readonly FieldError[] = [],
  ) {
    super(detail);
  }
}

interface Entry {
  readonly status: number;
  readonly title: string;
  /** Seconds after which to ask again. */
  readonly retryAfter?: number;
}
const CATALOGUE = {
  'bad-json': { status: 400, title: 'The body is not JSON' },
  'bad-request': { status: 400, title: 'The request does not fit' },
  'not-found': { status: 404, title: 'There is nothing here' },
  'other-book': { status: 409, title: 'The cursor is of another book' },
  'wrong-method': { status: 405, title: 'This address does not take that method' },
  'too-large': { status: 413, title: 'The body is too large' },
  'wrong-type': { status: 415, title: 'The body is not sent as JSON' },
  internal: { status: 500, title: 'Something went wrong here' },
  'too-long': { status: 422, title: 'The request takes too long' },
  updating: { status: 503, title: 'This server is being updated', retryAfter: 30 },
  busy: { status: 503, title: 'The server is busy', retryAfter: 5 },
  'database-away': { status: 503, title: 'The database does not answer', retryAfter: 2 },
} satisfies Record<string, Entry>;

export function problemResponse(p: HttpProblem): Response {
  const { status, title, retryAfter }: Entry = CATALOGUE[p.code];
  const body: Problem = { type: `urn:arbolito:problem:${p.code}`, title, status, detail: p.detail, errors: [...p.errors] };
  return new Response(JSON.stringify(body), {
    status,
    headers: {
      'content-type': 'application/problem+json',
      ...(retryAfter === undefined ? {} : { 'retry-after': String(retryAfter) }),
    },
  });
}

export const jsonText = (text: string) =>
  new Response(text, { headers: { 'content-type': 'application/json', 'cache-control': 'no-store' } });
export const json = (body: unknown) => jsonText(JSON.stringify(body));

/** So many times the limit is still read, and thrown away: who is sending hears the answer only when let finish. */
const PATIENCE = 4;

/** The text of a request's JSON body, kept no further than `limit` bytes. */
export async function readText(request: Request, limit: number): Promise<string> {
  const type = request.headers.get('content-type') ?? '';
  if (!/^application\/json\b/i.test(type)) throw new HttpProblem('wrong-type', 'Send the body with content-type application/json.');
  let chunks: Uint8Array[] = [];
  let size = 0;
  const reader = request.body?.getReader();
  while (reader) {
    const { done, value } = await reader.read();
    if (done) break;
    size += value.byteLength;
    if (size <= limit) chunks.push(value);
    else chunks = [];
    if (size > PATIENCE * limit) {
      await reader.cancel();
      break;
    }
  }
  if (size > limit) throw new HttpProblem('too-large', `The body may have at most ${limit} bytes: send less at a time.`);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(Buffer.concat(chunks));
  } catch {
    throw new HttpProblem('bad-json', 'The body is not UTF-8.');
  }
}

/** The JSON body of a request. */
export async function readJson(request: Request, limit: number): Promise<unknown> {
  const text = await readText(request, limit);
  try {
    return JSON.parse(text);
  } catch {
    throw new HttpProblem('bad-json', NOT_JSON);
  }
}
export const NOT_JSON = 'The body could not be read as JSON (NaN and Infinity are not JSON).';

/** A checked value, or the problem that says which fields are wrong. */
export function orProblem<T>(checked: Checked<T>): T {
  if (checked.ok) return checked.value;
  throw new HttpProblem('bad-request', 'Nothing was done: see errors for each field.', checked.errors);
}

/** Answers every method an address does not take. */
export const refuseMethod =
  (...allowed: readonly string[]) =>
  () => {
    const response = problemResponse(new HttpProblem('wrong-method', `This address takes ${allowed.join(' and ')}.`));
    response.headers.set('allow', allowed.join(', '));
    return response;
  };

/** Runs an endpoint: every error becomes a problem, and none tells more than it should. */
export async function answering(work: () => Promise<Response> | Response): Promise<Response> {
  try {
    return await work();
  } catch (e) {
    if (e instanceof HttpProblem) return problemResponse(e);
    // parameters of a query may be somebody's data: only the code is logged
    console.error(`request failed: ${sqlState(e)}`, process.env.NODE_ENV === 'development' ? e : '');
    if (isAway(e)) {
      return problemResponse(
        new HttpProblem('database-away', 'Nothing is lost: what was not stored stays on the device. Try again in a moment.'),
      );
    }
    return problemResponse(new HttpProblem('internal', 'The request was not carried out; nothing was changed.'));
  }
}

/** What an address asks for, whole numbers as numbers. */
export const asked = (url: URL): Record<string, unknown> =>
  Object.fromEntries([...url.searchParams].map(([k, v]) => [k, /^\d{1,15}$/.test(v) ? Number(v) : v]));
