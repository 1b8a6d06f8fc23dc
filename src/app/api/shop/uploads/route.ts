import { answer, readBytes } from '@/http/route';
import { Refusal } from '@/services/refusal';
import { LARGEST_UPLOAD, uploadFile } from '@/services/upload-file';

/** Takes a customer's file, as the body; what it is for is in the address. */
export function POST(request: Request): Promise<Response> {
  return answer(async (context) => {
    const { searchParams } = new URL(request.url);
    // A plain form can't send this type across origins, and nothing is ever told from what the browser says.
    if (request.headers.get('content-type') !== 'application/octet-stream') throw new Refusal(415, 'notBytes', 'Send the file as application/octet-stream.');
    const bytes = await readBytes(request, LARGEST_UPLOAD);
    return uploadFile(context, searchParams.get('product') ?? '', searchParams.get('choice') ?? '', searchParams.get('name') ?? '', bytes);
  });
}
