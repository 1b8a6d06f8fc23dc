import { type NextRequest, NextResponse } from 'next/server';
import { gate, hostsFrom } from './http/gate';
import { unsoundAnswer } from './http/unsound';
import { isDataUnsound } from './services/process';

/** Every request passes the gate before anything else looks at it. */
export async function proxy(request: NextRequest): Promise<Response> {
  const { pathname } = request.nextUrl;
  const turnedAway = gate({ method: request.method, path: pathname, header: (name) => request.headers.get(name) }, hostsFrom(process.env.OAK_KNOT_HOSTS));
  if (turnedAway) {
    const body = { type: 'about:blank', title: 'Turned away', ...turnedAway };
    return NextResponse.json(body, { status: turnedAway.status, headers: { 'Content-Type': 'application/problem+json', 'Cache-Control': 'no-store' } });
  }
  return (await isDataUnsound()) ? unsoundAnswer(pathname) : NextResponse.next();
}
