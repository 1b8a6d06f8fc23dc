import { managed } from '@/http/manager';
import { logAskedFrom, readLog } from '@/services/people/log-list';

/** A page of the log, as it is asked for. */
export function GET(request: Request): Promise<Response> {
  return managed(request, 'owner', (context) => readLog(context, logAskedFrom(new URL(request.url).searchParams)));
}
