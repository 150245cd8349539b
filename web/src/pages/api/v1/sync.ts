import type { APIRoute } from 'astro';
import { PullQuery, PushRequest } from '../../../contract/sync';
import { validate } from '../../../contract/validate';
import { database } from '../../../server/db';
import { answering, asked, json, orProblem, readJson, refuseMethod } from '../../../server/http';
import { deriveSoon } from '../../../server/results/service';
import { pull, push } from '../../../server/sync-service';

const MAX_BYTES = 5_000_000;

export const POST: APIRoute = ({ request }) =>
  answering(async () =>
    json(
      await push(database(), orProblem(validate(PushRequest, await readJson(request, MAX_BYTES))).records, () => deriveSoon(database())),
    ),
  );

export const GET: APIRoute = ({ url }) =>
  answering(async () => {
    const { scope, after, acknowledged, limit } = orProblem(validate(PullQuery, { limit: 500, ...asked(url) }));
    return json(await pull(database(), scope, after ?? null, limit, acknowledged ?? null));
  });

export const ALL: APIRoute = refuseMethod('GET', 'POST');
