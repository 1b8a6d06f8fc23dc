import { conditional } from '@/http/conditional';
import { apiDescription } from '@/http/open-api';
import { originOf } from '@/http/origin';

export const dynamic = 'force-dynamic';

/** What other programs may ask, described for programs. @see https://spec.openapis.org/oas/v3.1.1.html */
export function GET(request: Request): Response {
  return conditional(request, JSON.stringify(apiDescription(originOf(request)), null, 2), {
    'Content-Type': 'application/json; charset=utf-8',
  });
}
