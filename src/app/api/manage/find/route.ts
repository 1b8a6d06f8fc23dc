import { managed } from '@/http/manager';
import { findThings } from '@/services/catalog/finder';

export function GET(request: Request): Promise<Response> {
  const { searchParams } = new URL(request.url);
  return managed(request, 'look', (context) =>
    findThings(context, searchParams.get('words') ?? '', searchParams.get('kinds')?.split(',') ?? undefined),
  );
}
