import * as tasks from './tasks';

type Tasks = typeof tasks;

/** Where a thread begins: runs one of the tasks by its name. */
export default function run<Name extends keyof Tasks>({
  name,
  input,
}: {
  name: Name;
  input: Parameters<Tasks[Name]>[0];
}): ReturnType<Tasks[Name]> {
  const task = tasks[name] as (given: typeof input) => ReturnType<Tasks[Name]>;
  return task(input);
}
