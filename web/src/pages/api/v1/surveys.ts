import type { APIRoute } from 'astro';
import { SurveysQuery } from '../../../contract/sync';
import { validate } from '../../../contract/validate';
import { database } from '../../../server/db';
import { answering, asked, json, orProblem, refuseMethod } from '../../../server/http';
import { deriveSoon } from '../../../server/results/service';
import { surveys } from '../../../server/sync-service';

export const GET: APIRoute = ({ url }) =>
  answering(async () => {
    // whoever serves asks for this first: what was due before a server ended is taken up again
    deriveSoon(database());
    const { after, limit, holding } = orProblem(validate(SurveysQuery, { limit: 500, ...asked(url) }));
    return json(await surveys(database(), after ?? null, limit, holding ?? null));
  });

export const ALL: APIRoute = refuseMethod('GET');
