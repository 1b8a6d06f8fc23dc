import { answer, LARGEST_DRAFT, readJson } from '@/http/route';
import { importOpened, importSchema } from '@/services/importing/opened';
import { listImports } from '@/services/importing/undo';

/** The files that came in last. */
export function GET(): Promise<Response> {
  return answer(listImports);
}

/** Lets a file come in that was opened and looked at. */
export function POST(request: Request): Promise<Response> {
  return answer(async (context) => importOpened(context, await readJson(request, importSchema, LARGEST_DRAFT)));
}
