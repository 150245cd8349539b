import type { APIRoute } from 'astro';
import { DERIVE_LIMITS } from '../../../contract/derive';
import { deriveElsewhere } from '../../../server/derive-pool';
import { answering, jsonText, readText, refuseMethod } from '../../../server/http';

export const POST: APIRoute = ({ request }) =>
  answering(async () => jsonText(await deriveElsewhere(await readText(request, DERIVE_LIMITS.bytes))));
export const ALL: APIRoute = refuseMethod('POST');
