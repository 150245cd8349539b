import { defineMiddleware } from 'astro:middleware';
import { HttpProblem, problemResponse } from './server/http';

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS']);

/** Origin checked on every write, and the headers that keep a page to itself. */
export const onRequest = defineMiddleware(async ({ request, url }, next) => {
  const origin = request.headers.get('origin');
  const foreign = (origin !== null && origin !== url.origin) || request.headers.get('sec-fetch-site') === 'cross-site';
  const response =
    !SAFE.has(request.method) && foreign
      ? problemResponse(new HttpProblem('foreign-origin', `Requests that write must come from ${url.origin} itself.`))
      : await next();
  response.headers.set('x-content-type-options', 'nosniff');
  response.headers.set('x-frame-options', 'DENY');
  response.headers.set('referrer-policy', 'same-origin');
  response.headers.set('cross-origin-opener-policy', 'same-origin');
  return response;
});
