import { workerData } from 'node:worker_threads';
import { derivePart, type Part, type PartDone } from '../../derivation/engine';
import { connect } from '../db';
import { ServerStore } from './derivation-store';

const { url } = workerData as { readonly url: string };
// a part asks for three things at once
const { db } = connect(url, true, 3);
let store: ServerStore | null = null;

/** A worker thread: it reads the records of a part and keeps its rows, by connections of its own. */
export default (part: Part): Promise<PartDone> => {
  // what belongs to no tree is read once for the parts of a pass
  if (store?.survey !== part.survey) store = new ServerStore(db, part.survey);
  return derivePart(store, part);
};
