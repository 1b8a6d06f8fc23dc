import { spend } from '@/http/limits';
import { answer, readFileBody } from '@/http/route';
import { readFileKnown } from '@/services/files/uploads';
import { LARGEST_UPLOAD, uploadFile } from '@/services/selling/upload-file';

/** Takes a customer's file, as the body; what it is for is in the address. */
export function POST(request: Request): Promise<Response> {
  return answer(async (context) => {
    await spend(request, 'upload');
    const { searchParams } = new URL(request.url);
    const bytes = await readFileBody(request, LARGEST_UPLOAD);
    return uploadFile(
      context,
      searchParams.get('product') ?? '',
      searchParams.get('choice') ?? '',
      searchParams.get('name') ?? '',
      bytes,
    );
  });
}

/** What a file is called, what it is and how large, for a page that is opened again with it chosen. */
export function GET(request: Request): Promise<Response> {
  return answer(async (context) => readFileKnown(context, new URL(request.url).searchParams.get('token') ?? ''));
}
