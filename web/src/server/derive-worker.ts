import { deriveText } from './derive-text';

/** The task of a worker thread: one request's text in, what came of it out. */
export default ({ text }: { readonly text: string }) => deriveText(text);
