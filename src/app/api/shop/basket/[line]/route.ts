import { selectionSchema } from '@/core/selection';
import { basketToken } from '@/http/basket-cookie';
import { spend } from '@/http/limits';
import { answer, numberFrom, readJson } from '@/http/route';
import { changeLine, changeLineSchema, removeLine, replaceLine } from '@/services/selling/basket';

interface Place {
  params: Promise<{ line: string }>;
}

/** Puts another selection of the same product in the line's place. */
export function PUT(request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => {
    await spend(request, 'basket');
    const selection = await readJson(request, selectionSchema);
    await replaceLine(context, await basketToken(), numberFrom((await params).line), selection);
  });
}

export function PATCH(request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => {
    await spend(request, 'basket');
    const { quantity } = await readJson(request, changeLineSchema);
    await changeLine(context, await basketToken(), numberFrom((await params).line), quantity);
  });
}

export function DELETE(_request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => removeLine(context, await basketToken(), numberFrom((await params).line)));
}
