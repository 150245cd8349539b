import type { APIRoute } from 'astro';
import { DERIVE_LIMITS } from '../../../contract/derive';
import { computeElsewhere } from '../../../server/compute-pool';
import { answering, jsonText, readText, refuseMethod } from '../../../server/http';

export const POST: APIRoute = ({ request }) =>
  answering(async () => jsonText(await computeElsewhere('derive', await readText(request, DERIVE_LIMITS.bytes))));
export const ALL: APIRoute = refuseMethod('POST');
