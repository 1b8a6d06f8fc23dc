/** How long an answer of a database server is waited for, in milliseconds: longer than others may write. */
const PATIENCE = 30_000;

/** What stands before a server answers so for it, where it is away. */
const ANSWERED_FOR_IT: readonly number[] = [502, 503, 504];

/** The database server could not be asked, or gave no answer in time. Whether a write was done is not known. */
export class DatabaseAway extends Error {
  override readonly name = 'DatabaseAway';
}

/** Asks a database server. @throws DatabaseAway where it is not there; nothing waits for it for ever */
export async function askServer(request: Request): Promise<Response> {
  const response = await fetch(request, { signal: AbortSignal.timeout(PATIENCE) }).catch((cause: unknown) => {
    throw new DatabaseAway(`The database server at ${new URL(request.url).host} does not answer.`, { cause });
  });
  if (ANSWERED_FOR_IT.includes(response.status))
    throw new DatabaseAway(`The database server at ${new URL(request.url).host} is away (${response.status}).`);
  return response;
}
