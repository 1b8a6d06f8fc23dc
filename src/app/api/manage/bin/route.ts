import { managed } from '@/http/manager';
import { binAskedFrom, listBin } from '@/services/bin/list';

/** A page of what is in the bin, as it is asked for. */
export function GET(request: Request): Promise<Response> {
  return managed(request, 'look', (context) => listBin(context, binAskedFrom(new URL(request.url).searchParams)));
}
