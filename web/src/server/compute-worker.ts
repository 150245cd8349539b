import { TASKS, type TaskName } from './compute-tasks';

/** A worker thread: one request's text in, what came of it out. */
export default ({ task, text }: { readonly task: TaskName; readonly text: string }) => TASKS[task](text);
