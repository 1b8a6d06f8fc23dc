import { managed } from '@/http/manager';
import { numberFrom } from '@/http/route';
import { bringBack, deleteForGood } from '@/services/bin/bin';
import { requireMay } from '@/services/people/admit';

interface Place {
  params: Promise<{ id: string }>;
}

/** Brings it back: for whoever may delete such a thing. */
export function POST(request: Request, { params }: Place): Promise<Response> {
  return managed(request, ['catalog', 'stock'], async (context, admitted) =>
    bringBack(context, numberFrom((await params).id), (need) => requireMay(admitted, need)),
  );
}

/** Deletes it for good: for whoever may delete such a thing. */
export function DELETE(request: Request, { params }: Place): Promise<Response> {
  return managed(request, ['catalog', 'stock'], async (context, admitted) =>
    deleteForGood(context, numberFrom((await params).id), (need) => requireMay(admitted, need)),
  );
}
