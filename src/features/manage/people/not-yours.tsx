import { type Need } from '@/core/people';
import { whoMayWords } from '@/core/words';
import { Page } from '@/ui/page';
import { EmptyPlace } from '@/ui/text';

/** What somebody sees who comes to a page that takes a role they don't have. */
export function NotYours({ title, need }: { title: string; need: Need }) {
  return (
    <Page>
      <EmptyPlace title={title}>This page takes the role {whoMayWords(need)}. An owner can give it to you.</EmptyPlace>
    </Page>
  );
}
