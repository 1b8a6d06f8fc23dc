import { managed } from '@/http/manager';
import { numberFrom } from '@/http/route';
import { bringBack, deleteForGood } from '@/services/bin/bin';

interface Place {
  params: Promise<{ id: string }>;
}

/** Brings it back. */
export function POST(request: Request, { params }: Place): Promise<Response> {
  return managed(request, ['catalog', 'stock'], async (context) => bringBack(context, numberFrom((await params).id)));
}

export function DELETE(request: Request, { params }: Place): Promise<Response> {
  return managed(request, ['catalog', 'stock'], async (context) =>
    deleteForGood(context, numberFrom((await params).id)),
  );
}
