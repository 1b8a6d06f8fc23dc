import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { listOptionNames, optionNamesSchema } from '@/services/many/option-names';

/** What the options of some drafts are called: asked by POST, because it names many. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) =>
    listOptionNames(context, await readJson(request, optionNamesSchema)),
  );
}
