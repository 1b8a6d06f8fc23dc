import { sql } from 'drizzle-orm';
import { answer } from '@/http/route';

/** Whether it can do its work: the data is there, sound and in its newest form. For whoever sends requests to it. */
export function GET(): Promise<Response> {
  return answer(async ({ database }) => {
    await database.read.run(sql`select 1 from products limit 1`);
    return { status: 'ready' };
  });
}
