import { makeRecord } from '../book/make-records';
import type { AnyRecord } from '../contract/envelope';
import { SHARED } from '../contract/scope';
import type { PushAnswer, SurveyLine, SurveysResponse } from '../contract/sync';
import { acknowledged, sendAgain, seqOf, settleOutbox } from './acknowledged';
import { compareClock, takeUnkept } from './clock';
import { makerNow } from './device';
import type { Written } from './filing';
import { along, type Coming, cursor, keepPulled, markWhole, noteSize, placeOf, recordOf, recordsById, unsent } from './store';

const BATCH = 500;
/** As many as the server gives at once. */
const PAGE = 1000;
const PATIENCE_MS = 30_000;

/** What the exchange needs of the outside; a test gives its own. */
export type Ask = (path: string, body?: unknown) => Promise<unknown>;

/** The server answered, but not with what was asked for. */
export class Answered extends Error {
  constructor(readonly status: number) {
    super(`the server answered ${status}`);
  }
}

export const askServer: Ask = async (path, body) => {
  // where the signal is poor an answer may never come: the next try must not wait for it
  const signal = AbortSignal.timeout(PATIENCE_MS);
  const sent = { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) };
  const asked = Date.now();
  const response = await fetch(path, { ...(body === undefined ? {} : sent), signal });
  compareClock(response.headers.get('date'), asked, Date.now());
  if (!response.ok) throw new Answered(response.status);
  return response.json();
};

const push = async (records: readonly AnyRecord[], ask: Ask) =>
  ((await ask('/api/v1/sync', { records })) as { answers: PushAnswer[] }).answers;
/** Of what was sent, what the server has now. */
const thereBy = (answers: readonly PushAnswer[]) => answers.filter((a) => a.id && (a.status === 'stored' || a.status === 'known'));

/**
 * Sends records that are in no outbox.
 * @returns ids of those the server has now
 */
export async function sendRecords(records: readonly AnyRecord[], ask: Ask = askServer): Promise<ReadonlySet<string>> {
  const there = new Set<string>();
  for (let i = 0; i < records.length; i += BATCH) {
    const answers = await push(records.slice(i, i + BATCH), ask);
    for (const { id } of thereBy(answers)) if (id) there.add(id);
  }
  return there;
}

/** What is to be kept of this device's clock, now that the server answered: nothing while it goes as before. */
export function clockRecords(): readonly AnyRecord[] {
  const clock = takeUnkept();
  return clock ? [makeRecord(makerNow(null), 'clock-check', { offBy: clock.offBy }) as AnyRecord] : [];
}

/** Hears of every page that was taken in, as it is. */
export type Hear = (written: Written, coming: Coming | null) => void | Promise<void>;

/** The fields of a record itself, not its place in what was sent. */
const ownFields = (errors: PushAnswer['errors']) => errors.map((e) => ({ ...e, field: e.field.replace(/^records\[\d+\]\.?/, '') }));

/** Sends what is unsent. Safe to break off anywhere and to repeat: records are a set. */
export async function send(ask: Ask = askServer): Promise<void> {
  const waiting = (await unsent()).filter((u) => !u.refused && !u.aside).map((u) => u.id);
  for (let i = 0; i < waiting.length; i += BATCH) {
    const records = await recordsById(waiting.slice(i, i + BATCH));
    if (records.length === 0) continue;
    const answers = await push(records, ask);
    const done = thereBy(answers);
    const refused = answers.flatMap((a, i) =>
      a.status === 'refused' ? [{ id: a.id ?? (records[i] as AnyRecord).id, refused: ownFields(a.errors) }] : [],
    );
    await settleOutbox(done, refused);
  }
}

/**
 * Sends what is unsent, then takes in what is new, what every survey shares first. Where the server is found to have been
 * restored, what it lacks is sent again.
 * @returns the surveys the server has
 */
export async function synchronise(ask: Ask = askServer, hear: Hear = () => {}): Promise<readonly SurveyLine[]> {
  await send(ask);
  let lacking = await pullScope(ask, SHARED, (written) => hear(written, null));
  const surveys = await listSurveys(ask);
  const carried = await along();
  for (const id of carried) {
    const line = surveys.find((s) => s.id === id);
    const [at, last] = [await cursor(id), await acknowledged(id)];
    if (!line) {
      // a survey made here and not sent yet is no survey the server has; one that it had is lost there
      if (at !== null || last !== null) lacking += await sendAgain(id, new Set(), null);
      continue;
    }
    const isCurrent = placeOf(at) === line.records && recordOf(at) === line.newest && seqOf(last) <= line.records;
    if (isCurrent) continue;
    await noteSize(id, line.records);
    lacking += await pullScope(ask, id, (written, here) => hear(written, { survey: id, here, of: Math.max(line.records, here) }));
  }
  await markWhole(carried);
  if (lacking > 0) await send(ask);
  return surveys;
}

/** Every survey of the server's book, carried here or not. */
async function listSurveys(ask: Ask): Promise<readonly SurveyLine[]> {
  const surveys: SurveyLine[] = [];
  for (let after: string | null = ''; after !== null; ) {
    const page = (await ask(`/api/v1/surveys?limit=${BATCH}${after && `&after=${after}`}`)) as SurveysResponse;
    surveys.push(...page.surveys);
    after = page.next;
  }
  return surveys;
}

/** The survey that holds a record, where the server has it. */
export async function surveyHolding(id: string, ask: Ask = askServer): Promise<string | null> {
  const { surveys } = (await ask(`/api/v1/surveys?holding=${id}`)) as SurveysResponse;
  return surveys[0]?.id ?? null;
}

/**
 * Takes in what is new in a scope: while a page of it is kept the next one is asked for. Where the server was restored, or
 * its book is another one, all of the scope is taken in, and what is here and not there is put into the outbox.
 * @returns how many records are to be sent again
 */
async function pullScope(ask: Ask, scope: string, hear: (written: Written, here: number) => void | Promise<void>): Promise<number> {
  const last = await acknowledged(scope);
  const askFrom = (after: string | null, known: string | null) => {
    const said = `${after ? `&after=${after}` : ''}${known ? `&acknowledged=${known}` : ''}`;
    const asked = ask(`/api/v1/sync?scope=${scope}&limit=${PAGE}${said}`) as Promise<PullPage>;
    // whoever waits for it hears of its failure; one that nobody waits for any more may fail in silence
    asked.catch(() => {});
    return asked;
  };
  let after = await cursor(scope);
  let asked = askFrom(after, last);
  /** Ids of all that the server has, while all of it is taken in anew; until the end the old cursor holds. */
  let there: Set<string> | null = null;
  for (let [more, restarts] = [true, 0]; more; ) {
    let page: PullPage;
    try {
      page = await asked;
    } catch (e) {
      const isRestored = e instanceof Answered && e.status === OTHER_BOOK && (after !== null || (last !== null && there === null));
      if (!isRestored || restarts++ === MOST_RESTARTS) throw e;
      [after, there] = [null, new Set()];
      asked = askFrom(null, null);
      continue;
    }
    if (page.more) asked = askFrom(page.next, null);
    const records = page.records.map(({ seq: _, scope: __, ...record }) => record as AnyRecord);
    for (const { id } of records) there?.add(id);
    if (records.length > 0 || page.next !== after) {
      const written = await keepPulled(records, scope, there ? null : page.next);
      if (written === null) return 0;
      if (records.length > 0) await hear(written, placeOf(page.next));
    }
    after = page.next;
    more = page.more;
  }
  return there && after !== null ? sendAgain(scope, there, after) : 0;
}
/** So often a pull begins again within one exchange: a server that is restored all the time is left for the next one. */
const MOST_RESTARTS = 3;

interface PullPage {
  readonly records: readonly (AnyRecord & { seq?: number; scope?: string })[];
  readonly next: string;
  readonly more: boolean;
}
const OTHER_BOOK = 409;
