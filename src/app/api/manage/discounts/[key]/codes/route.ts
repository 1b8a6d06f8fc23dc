import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
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
    return new Response(await codesCsv(context, key), {
      headers: {
        'Content-Type': 'text/csv; charset=utf-8',
        'Content-Disposition': `attachment; filename="codes-${key.replace(/[^a-z0-9-]/g, '')}.csv"`,
        'Cache-Control': 'no-store',
      },
    });
  });
}
