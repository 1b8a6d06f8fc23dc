import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { savedFile } from '@/http/saved-file';
import { bulkCodesSchema, codesCsv, makeCodes } from '@/services/prices/discounts';

interface Place {
  params: Promise<{ key: string }>;
}

export function POST(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'catalog', async (context) =>
    makeCodes(context, (await params).key, await readJson(request, bulkCodesSchema)),
  );
}

/** All codes as CSV, to be saved. */
export function GET(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'look', async (context) => {
    const { key } = await params;
    return savedFile(await codesCsv(context, key), { type: 'text/csv; charset=utf-8', name: `codes-${key}.csv` });
  });
}
