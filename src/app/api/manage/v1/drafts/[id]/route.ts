import { changedJson, conditionalJson, tagSeen } from '@/http/conditional';
import { managed } from '@/http/manager';
import { numberFrom, readLarge } from '@/http/route';
import { senderOf } from '@/services/done-requests';
import { draftTag, draftTold, putDraft } from '@/services/told/drafts';

interface Place {
  params: Promise<{ id: string }>;
}

/** A draft, and what is published of it. */
export function GET(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'look', async (context) => {
    const draft = await draftTold(context, numberFrom((await params).id));
    return conditionalJson(request, draft, draftTag(draft));
  });
}

/** Puts a definition in the place of the draft’s that was seen. */
export function PUT(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'catalog', async (context, { who }) => {
    const [id, seen] = [numberFrom((await params).id), tagSeen(request, 'draft')];
    const draft = await putDraft(context, { id, seen, editor: senderOf(who) }, await readLarge(request, 'product'));
    return changedJson(draft, draftTag(draft));
  });
}
