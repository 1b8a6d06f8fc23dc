import { z } from 'zod';

const problemSchema = z.looseObject({ status: z.number(), code: z.string(), detail: z.string() });

/** An answer of the server that is no success, or no answer at all (status 0). */
export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly details: Readonly<Record<string, unknown>> = {},
  ) {
    super(message);
    this.name = 'ApiProblem';
  }
}

type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';

/**
 * Sends a request to our own server and reads the answer.
 *
 * @param schema what a successful answer looks like
 * @throws ApiProblem
 */
export async function send<T extends z.ZodType>(
  method: Method,
  url: string,
  body: unknown,
  schema: T,
  signal?: AbortSignal,
): Promise<z.infer<T>> {
  const isFile = body instanceof Blob;
  const response = await fetch(url, {
    method,
    signal,
    // What a file is, the server tells from its content.
    headers: body === undefined ? {} : { 'Content-Type': isFile ? 'application/octet-stream' : 'application/json' },
    body: body === undefined ? undefined : isFile ? body : JSON.stringify(body),
  }).catch(() => {
    throw new ApiProblem(0, 'unreachable', 'The server can’t be reached.');
  });
  const answer: unknown = await response.json().catch(() => null);
  if (response.ok) return schema.parse(answer);
  throw problemIn(answer, response.status);
}

/** What a server refuses, as it says so; or that it said nothing that can be read. */
export function problemIn(answer: unknown, status: number): ApiProblem {
  const problem = problemSchema.safeParse(answer);
  return problem.success
    ? new ApiProblem(problem.data.status, problem.data.code, problem.data.detail, problem.data)
    : new ApiProblem(status, 'unexpected', `The server answered ${status}.`);
}

/** For answers that say nothing but that it worked. */
export const anything = z.unknown();

/** What to tell a person about an error. */
export function wordsOf(error: unknown): string {
  return error instanceof Error ? error.message : 'Something went wrong. Try again.';
}
