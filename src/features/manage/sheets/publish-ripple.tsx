import { z } from 'zod';
import { type Sheet } from '@/core/catalog';
import { counted } from '@/core/words';
import { type PublishedDraft } from '@/features/kit/drafts';
import { RippleDialog, type SeenDraft } from '@/features/editors/ripple';
import { send } from '@/features/kit/shared';
import { sayDone } from '@/ui/toasts';

const publishedSchema = z.object({ revision: z.number() });

interface Props {
  id: number;
  seen: SeenDraft<Sheet>;
  onLeave: () => void;
  onPublished: (published: PublishedDraft<Sheet>) => void;
}

/** What publishing a sheet does to the products it is on, and the press that publishes what was seen. */
export function PublishRipple({ id, seen, onLeave, onPublished }: Props) {
  const { version, document, meanwhile } = seen;
  const publish = async (accepted: number, reached: number) => {
    const address = `/api/manage/sheets/${id}/publication`;
    const { revision } = await send('POST', address, { version, accepted }, publishedSchema);
    sayDone(
      `Revision ${revision} is in force`,
      `${counted(reached, 'product')} ${reached === 1 ? 'follows' : 'follow'} it.`,
    );
    onPublished({ revision, version, definition: document });
    onLeave();
  };
  return (
    <RippleDialog
      key={version}
      address={`/api/manage/sheets/${id}/ripple?version=${version}`}
      decision="Publish"
      nothingReached="The sheet is on no product; publishing changes nothing in the shop."
      meanwhile={meanwhile}
      onClose={onLeave}
      onDecide={publish}
    />
  );
}
