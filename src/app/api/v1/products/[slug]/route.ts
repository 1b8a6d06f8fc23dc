import { answer } from '@/http/route';
import { openForm } from '@/services/selling/forms';

/** The form of one product, for a customer of no group. */
export function GET(_request: Request, { params }: { params: Promise<{ slug: string }> }): Promise<Response> {
  return answer(async (context) => openForm(context, (await params).slug));
}
