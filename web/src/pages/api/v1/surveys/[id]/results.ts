import type { APIRoute } from 'astro';
import { ResultsQuery } from '../../../../../contract/results';
import { validate } from '../../../../../contract/validate';
import { database } from '../../../../../server/db';
import { answering, jsonText, orProblem, refuseMethod } from '../../../../../server/http';
import { askedResults, surveyResults } from '../../../../../server/results/service';

export const GET: APIRoute = ({ url, params }) =>
  answering(async () => {
    const { confidence, ...rest } = Object.fromEntries(url.searchParams);
    const sure = confidence === undefined ? {} : { confidence: /^\d+(\.\d+)?$/.test(confidence) ? Number(confidence) : confidence };
    const query = orProblem(validate(ResultsQuery, { ...rest, ...sure, id: params.id }));
    const answer = await surveyResults(database(), query.id, askedResults(query));
    if (typeof answer === 'string') return jsonText(answer);
    const { done, trees, failed } = answer;
    const body = { survey: query.id, status: 'deriving', done, trees, failed };
    return new Response(JSON.stringify(body), {
      status: 202,
      headers: { 'content-type': 'application/json', 'cache-control': 'no-store', 'retry-after': '2' },
    });
  });

export const ALL: APIRoute = refuseMethod('GET');
