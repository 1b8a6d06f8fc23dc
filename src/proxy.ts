import { type NextRequest, NextResponse } from 'next/server';
import { gate, hostsFrom } from './http/gate';

/** Every request passes the gate before anything else looks at it. */
export function proxy(request: NextRequest): NextResponse {
  const turnedAway = gate({ method: request.method, path: request.nextUrl.pathname, header: (name) => request.headers.get(name) }, hostsFrom(process.env.OAK_KNOT_HOSTS));
  if (!turnedAway) return NextResponse.next();
  const body = { type: 'about:blank', title: 'Turned away', ...turnedAway };
  return NextResponse.json(body, { status: turnedAway.status, headers: { 'Content-Type': 'application/problem+json', 'Cache-Control': 'no-store' } });
}
