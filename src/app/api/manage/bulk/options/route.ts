import { answer, readJson } from '@/http/route';
import { listOptionNames, optionNamesSchema } from '@/services/many/option-names';

/** What the options of some drafts are called: asked by POST, because it names many. */
export function POST(request: Request): Promise<Response> {
  return answer(async (context) => listOptionNames(context, await readJson(request, optionNamesSchema)));
}
