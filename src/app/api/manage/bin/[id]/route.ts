import { answer, numberFrom } from '@/http/route';
import { bringBack, deleteForGood } from '@/services/bin/bin';

interface Place {
  params: Promise<{ id: string }>;
}

/** Brings it back. */
export function POST(_request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => bringBack(context, numberFrom((await params).id)));
}

export function DELETE(_request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => deleteForGood(context, numberFrom((await params).id)));
}
