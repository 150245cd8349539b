import type { APIRoute } from 'astro';
import { DERIVE_LIMITS, DeriveRequest } from '../../../contract/derive';
import { validate } from '../../../contract/validate';
import { deriveAll } from '../../../server/derive-service';
import { answering, json, orProblem, readJson, refuseMethod } from '../../../server/http';

export const POST: APIRoute = ({ request }) =>
  answering(async () => json(deriveAll(orProblem(validate(DeriveRequest, await readJson(request, DERIVE_LIMITS.bytes))))));

export const ALL: APIRoute = refuseMethod('POST');
