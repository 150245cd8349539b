import type { APIRoute } from 'astro';
import { EXPAND_LIMITS } from '../../../contract/expand-limits';
import { computeElsewhere } from '../../../server/compute-pool';
import { answering, jsonText, readText, refuseMethod } from '../../../server/http';

export const POST: APIRoute = ({ request }) =>
  answering(async () => jsonText(await computeElsewhere('expand', await readText(request, EXPAND_LIMITS.bytes))));
export const ALL: APIRoute = refuseMethod('POST');
