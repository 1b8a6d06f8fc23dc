import { pino, stdSerializers } from 'pino';

/** What a query was asked with stands at the end of what is said of it: customers may be in it. */
const withoutParameters = (text: string): string => text.replace(/\n?params: [\s\S]*?(?=\n {4}at |$)/g, '');

/** An error for the log: what it is and where, nothing of what was asked. */
function errorSaid(error: unknown): unknown {
  if (!(error instanceof Error)) return error;
  const { type, message, stack } = stdSerializers.err(error);
  return { type, message: withoutParameters(message), stack: withoutParameters(stack) };
}

/**
 * What the process has to tell whoever runs it: a JSON object a line, on the standard error. Nothing of people stands
 * in it.
 */
export const processLog = pino(
  {
    base: undefined,
    level: process.env.OAK_KNOT_LOG ?? 'info',
    timestamp: () => `,"at":"${new Date().toISOString()}"`,
    formatters: { level: (label) => ({ level: label }) },
    serializers: { err: errorSaid },
  },
  process.stderr,
);
