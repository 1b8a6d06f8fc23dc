import { type Need, rolesFor } from '@/core/people';
import { ROLE_WORDS } from '@/core/words';
import { Page } from '@/ui/page';
import { EmptyPlace } from '@/ui/text';

/** What somebody sees who comes to a page that takes a role they don't have. */
export function NotYours({ title, need }: { title: string; need: Need }) {
  const who = rolesFor(need).map((role) => `“${ROLE_WORDS[role].title}”`);
  return (
    <Page>
      <EmptyPlace title={title}>This page takes the role {who.join(' or ')}. An owner can give it to you.</EmptyPlace>
    </Page>
  );
}
