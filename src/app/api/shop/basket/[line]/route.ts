import { basketToken } from '@/http/basket-cookie';
import { answer, numberFrom, readJson } from '@/http/route';
import { changeLine, changeLineSchema, removeLine } from '@/services/selling/basket';

interface Place {
  params: Promise<{ line: string }>;
}

export function PATCH(request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => {
    const { quantity } = await readJson(request, changeLineSchema);
    await changeLine(context, await basketToken(), numberFrom((await params).line), quantity);
  });
}

export function DELETE(_request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => removeLine(context, await basketToken(), numberFrom((await params).line)));
}
