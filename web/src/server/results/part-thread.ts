import { workerData } from 'node:worker_threads';
import { connect } from '../db';
import { type Part, workOutPart } from './part';

const { url } = workerData as { readonly url: string };
const { db } = connect(url, true);

/** A worker thread: a part in, its rows out. It reads and keeps them by a connection of its own. */
export default (part: Part): Promise<string> => workOutPart(db, part);
