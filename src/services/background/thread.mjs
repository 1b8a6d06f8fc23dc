// Where a thread begins: plain JavaScript, because a thread can't read anything else before the loader is there.
import { register } from 'tsx/esm/api';

register();
const tasks = await import('./tasks.ts');

/** Runs one of the tasks by its name. */
export default function run({ name, input }) {
  return tasks[name](input);
}
