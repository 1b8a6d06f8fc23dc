import { answer } from '@/http/route';
import { findThings } from '@/services/catalog/finder';

export function GET(request: Request): Promise<Response> {
  const { searchParams } = new URL(request.url);
  return answer((context) =>
    findThings(context, searchParams.get('words') ?? '', searchParams.get('kinds')?.split(',') ?? undefined),
  );
}
