import { answer, numberFrom } from '@/http/route';
import { deleteSheet, openSheet } from '@/services/sheets/sheets';

interface Place {
  params: Promise<{ id: string }>;
}

export function GET(_request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => openSheet(context, numberFrom((await params).id)));
}

export function DELETE(_request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => deleteSheet(context, numberFrom((await params).id)));
}
