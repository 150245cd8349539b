import type { APIRoute } from 'astro';
import { openApi } from '../../../contract/openapi';
import { answering, json, refuseMethod } from '../../../server/http';

export const GET: APIRoute = () => answering(() => json(openApi()));
export const ALL: APIRoute = refuseMethod('GET');
