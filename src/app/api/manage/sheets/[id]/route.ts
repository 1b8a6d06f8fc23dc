import { managed } from '@/http/manager';
import { numberFrom } from '@/http/route';
import { deleteSheet, openSheet } from '@/services/sheets/sheets';

interface Place {
  params: Promise<{ id: string }>;
}

export function GET(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'look', async (context) => openSheet(context, numberFrom((await params).id)));
}

export function DELETE(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'catalog', async (context) => deleteSheet(context, numberFrom((await params).id)));
}
