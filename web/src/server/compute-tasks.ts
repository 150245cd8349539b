import { deriveText } from './derive-text';
import { expandText } from './expand/text';

/** What is computed of a request's text off the main thread, by name. */
export const TASKS = { derive: deriveText, expand: expandText } as const;
export type TaskName = keyof typeof TASKS;
