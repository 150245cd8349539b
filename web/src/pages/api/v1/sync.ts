import type { APIRoute } from 'astro';
import { PullQuery, PushRequest } from '../../../contract/sync';
import { validate } from '../../../contract/validate';
import { database } from '../../../server/db';
import { answering, json, orProblem, readJson, refuseMethod } from '../../../server/http';
import { pull, push } from '../../../server/sync-service';

const MAX_BYTES = 5_000_000;

export const POST: APIRoute = ({ request }) =>
  answering(async () => json(await push(database(), orProblem(validate(PushRequest, await readJson(request, MAX_BYTES))).records)));

export const GET: APIRoute = ({ url }) =>
  answering(async () => {
    const asked = Object.fromEntries([...url.searchParams].map(([k, v]) => [k, /^\d{1,15}$/.test(v) ? Number(v) : v]));
    const { after, limit } = orProblem(validate(PullQuery, { limit: 500, ...asked }));
    return json(await pull(database(), after, limit));
  });

export const ALL: APIRoute = refuseMethod('GET', 'POST');
