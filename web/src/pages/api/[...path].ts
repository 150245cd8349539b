import type { APIRoute } from 'astro';
import { HttpProblem, problemResponse } from '../../server/http';

export const ALL: APIRoute = ({ url }) =>
  problemResponse(new HttpProblem('not-found', `There is no ${url.pathname}; /api/v1/openapi.json lists what there is.`));
