import { answer, readJson } from '@/http/route';
import { joiningSchema, readJoiningProducts } from '@/services/products/editing';

/**
 * The products in the shop that join a slot by its conditions, with what they take along, for an editor that has just
 * said them.
 */
export function POST(request: Request): Promise<Response> {
  return answer(async (context) => readJoiningProducts(context, await readJson(request, joiningSchema)));
}
