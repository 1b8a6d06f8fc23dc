/** Why a use case could not be carried out, in words for whoever asked for it. */
export class Refusal extends Error {
  /**
   * @param status  the HTTP status that says the same
   * @param code    for programs
   * @param message for people: what is wrong
   * @param details anything more a program can use, such as the faults that stand in the way
   */
  constructor(
    readonly status: 400 | 401 | 403 | 404 | 409 | 412 | 413 | 415 | 421 | 422 | 428 | 429 | 503,
    readonly code: string,
    message: string,
    readonly details: Readonly<Record<string, unknown>> = {},
  ) {
    super(message);
    this.name = 'Refusal';
  }

  /** By its name: what another bundle of the server has thrown is of a class of its own. */
  static override [Symbol.hasInstance](value: unknown): boolean {
    return value instanceof Error && value.name === 'Refusal';
  }
}

/** The code of a refusal of a code that there is none of: of a discount, or of a customer group. */
export const CODE_UNKNOWN = 'codeUnknown';

/** @throws Refusal 404 that names what is not there */
export function notFound(what: string): never {
  throw new Refusal(404, 'notFound', `There is no ${what}.`);
}
