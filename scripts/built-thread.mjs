/** Where the threads that work beside the application lie once they are built. */
export const BUILT_THREAD = '.next/thread.mjs';
