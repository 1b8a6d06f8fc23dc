import { managed } from '@/http/manager';
import { numberFrom } from '@/http/route';
import { listSheetUses } from '@/services/sheets/sheets';

interface Place {
  params: Promise<{ id: string }>;
}

export function GET(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'look', async (context) => listSheetUses(context, numberFrom((await params).id)));
}
