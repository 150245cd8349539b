import type { APIRoute } from 'astro';

/** Where the list of a survey's trees was before. */
export const GET: APIRoute = ({ url, redirect }) => redirect(`/trees${url.search}`, 301);
