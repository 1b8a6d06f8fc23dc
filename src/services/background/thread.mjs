// A thread where nothing has been built, as in tests and while developing: plain JavaScript, because a thread can't
// read anything else before the loader is there.
import { register } from 'tsx/esm/api';

register();
const { default: run } = await import('./thread.ts');

export default run;
