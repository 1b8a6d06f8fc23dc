import { type NextRequest, NextResponse } from 'next/server';
import { PAGE_HEADER } from './http/asked-page';
import { contentPolicy, newNonce, NONCE_HEADER } from './http/content-policy';
import { fromElsewhere, originsFrom } from './http/cors';
import { gate, hostsFrom } from './http/gate';
import { problemDocument } from './http/problem';
import { unsoundAnswer } from './http/unsound';
import { isDataUnsound } from './services/process';

/** Every request passes the gate before anything else looks at it. */
export async function proxy(request: NextRequest): Promise<Response> {
  const { pathname } = request.nextUrl;
  const knock = { method: request.method, path: pathname, header: (name: string) => request.headers.get(name) };
  const elsewhere = fromElsewhere(knock, originsFrom(process.env.OAK_KNOT_ORIGINS));
  const turnedAway = gate(knock, hostsFrom(process.env.OAK_KNOT_HOSTS), elsewhere !== null);
  if (turnedAway)
    return problemDocument(turnedAway.status, turnedAway.code, turnedAway.detail, {
      title: 'Turned away',
      allow: turnedAway.allow,
    });
  if (elsewhere?.isPreflight) return new Response(null, { status: 204, headers: elsewhere.headers });
  // Whether the process is up has nothing to do with its data: to restart it would mend nothing.
  if (pathname === '/health') return NextResponse.next();
  if (await isDataUnsound()) return unsoundAnswer(pathname);
  // Said by the answer itself: a page that has begun could only say it by a script.
  if (pathname === '/' || pathname === '/manage')
    return NextResponse.redirect(new URL('/manage/products', request.url));
  // Pictures and files have a stricter policy of their own, and what is no page runs nothing.
  if (/^\/(api|pictures|typefaces|_next)\//.test(pathname)) return NextResponse.next({ headers: elsewhere?.headers });
  const nonce = newNonce();
  const policy = contentPolicy(nonce, process.env.NODE_ENV === 'development');
  const headers = new Headers(request.headers);
  headers.set(NONCE_HEADER, nonce);
  headers.set(PAGE_HEADER, pathname + request.nextUrl.search.replace(/[?&]_rsc=[^&]*/, ''));
  headers.set('Content-Security-Policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('Content-Security-Policy', policy);
  return response;
}
