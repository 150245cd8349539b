import type { APIRoute } from 'astro';

/** Where the list of a survey's trees was before; not for ever, as the address will be another page's. */
export const GET: APIRoute = ({ url, redirect }) => redirect(`/trees${url.search}`, 302);
