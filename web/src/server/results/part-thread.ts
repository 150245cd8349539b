import { workerData } from 'node:worker_threads';
import { connect } from '../db';
import { type Part, workOutPart } from './part';
import { type RowText, textOf } from './row-text';

const { url } = workerData as { readonly url: string };
const { db } = connect(url, true);

/** A worker thread: a part in, its rows out. It reads and keeps them by a connection of its own. */
export default async (part: Part): Promise<RowText> => {
  const { said, ...worked } = await workOutPart(db, part);
  return textOf(worked, said);
};
