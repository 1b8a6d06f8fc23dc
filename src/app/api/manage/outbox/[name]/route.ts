import { managed } from '@/http/manager';
import { savedFile } from '@/http/saved-file';
import { dropLetter, letterBytes } from '@/services/letters/outbox';

interface Place {
  params: Promise<{ name: string }>;
}

/** A letter as a file that a mail program opens. */
export function GET(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'owner', async (context) => {
    const bytes = await letterBytes(context, (await params).name);
    return savedFile(bytes, { type: 'message/rfc822', name: 'letter.eml' });
  });
}

/** Takes a letter out of the outbox. */
export function DELETE(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'owner', async (context) => dropLetter(context, (await params).name));
}
