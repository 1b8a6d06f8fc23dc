/** A browser or a program that asks routes, and keeps the cookies that it is given. */
export class Asking {
  private readonly cookies = new Map<string, string>();

  /** @param token what a program comes in with */
  constructor(private readonly token?: string) {}

  /** A request of it, to be given to a route. */
  request(method: string, body?: unknown, path = '/'): Request {
    const headers = new Headers({ 'Content-Type': 'application/json', 'x-forwarded-for': '192.0.2.7' });
    if (this.token !== undefined) headers.set('Authorization', `Bearer ${this.token}`);
    const cookies = [...this.cookies].map(([name, value]) => `${name}=${value}`).join('; ');
    if (cookies !== '') headers.set('Cookie', cookies);
    return new Request(`http://oak.example${path}`, {
      method,
      headers,
      ...(body !== undefined && { body: JSON.stringify(body) }),
    });
  }

  /** Keeps what an answer lets it keep. @returns the status and what is said */
  async hear(answered: Promise<Response>): Promise<{ status: number; body: Record<string, unknown> }> {
    const response = await answered;
    for (const cookie of response.headers.getSetCookie()) {
      const [, name = '', value = ''] = /^([^=]+)=([^;]*)/.exec(cookie) ?? [];
      if (value === '' || /max-age=0/i.test(cookie)) this.cookies.delete(name);
      else this.cookies.set(name, value);
    }
    const body = (await response.json().catch(() => ({}))) as Record<string, unknown>;
    return { status: response.status, body };
  }

  /** The names of what it keeps. */
  keeps(): string[] {
    return [...this.cookies.keys()];
  }
}
