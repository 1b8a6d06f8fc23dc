import { managed } from '@/http/manager';
import { readFileBody } from '@/http/route';
import { textOfSpreadsheet } from '@/services/importing/spreadsheets';

/** The largest spreadsheet of entries, in bytes. */
const LARGEST = 8 * 1024 * 1024;

/** What stands in a spreadsheet, as it would be pasted. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'look', async () => textOfSpreadsheet(await readFileBody(request, LARGEST)));
}
