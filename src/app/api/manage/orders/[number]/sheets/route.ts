import { managed } from '@/http/manager';
import { numberFrom } from '@/http/route';
import { savedFile } from '@/http/saved-file';
import { sheetsPdf } from '@/services/drawing';
import { Refusal } from '@/services/refusal';

interface Place {
  params: Promise<{ number: string }>;
}

const WHOLE = /^\d{1,9}$/;

/** Sheets with the pieces of an order on them, for whoever makes these: to be saved. */
export function GET(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'look', async (context) => {
    const number = numberFrom((await params).number);
    const place = new URL(request.url).searchParams.get('of') ?? '0';
    if (!WHOLE.test(place))
      throw new Refusal(422, 'invalid', 'Say which sheets of the order are wanted, counted from 0: ?of=0.');
    const bytes = await sheetsPdf(context, number, Number(place));
    return savedFile(bytes, { type: 'application/pdf', name: `sheets-of-order-${number}.pdf` });
  });
}
