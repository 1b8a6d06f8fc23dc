'use client';

import { Button, Link, Menu } from '@chakra-ui/react';
import { Archive, Copy, ExternalLink, Store, Trash2 } from 'lucide-react';
import dynamic from 'next/dynamic';
import { PageLink } from '@/ui/page-link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { type Product } from '@/core/catalog';
import { type Draft, useIsAsPublished } from '@/features/kit/drafts';
import { EditorBar, type Published, useEditing } from '@/features/editors/frame';
import { anything, binnedSchema, sayBinned, send, wordsOf } from '@/features/kit/shared';
import { AskBeforeDeleting } from '@/ui/ask-before';
import { MoreMenu } from '@/ui/more-menu';
import { Slip } from '@/ui/text';
import { sayDone, sayFailed } from '@/ui/toasts';
import { PublishButton } from './publish-button';

const AsCustomers = dynamic(() => import('./as-customers').then((looking) => looking.AsCustomers));
const RippleDialog = dynamic(() =>
  import('@/features/editors/ripple/ripple-dialog').then((dialog) => dialog.RippleDialog),
);
const CopyDialog = dynamic(() => import('./copy-dialog').then((dialog) => dialog.CopyDialog));

interface TopBarProps {
  draft: Draft<Product>;
  published: Published;
  productId: number;
  others: number;
  today: string;
  /** whether others have it as a part or take it along */
  isUsed: boolean;
  onPublished: (published: Published) => void;
}

export function TopBar({ draft, published, productId, others, today, isUsed, onPublished }: TopBarProps) {
  const [looking, setLooking] = useState(false);
  const isPublished = published.revision !== null;
  const isAsPublished = useIsAsPublished(draft.document, draft.version, published);
  const differs = isPublished && !isAsPublished;
  return (
    <EditorBar
      draft={draft}
      title={draft.document.title}
      back={{ href: '/manage/products', label: 'Back to the products' }}
      state={
        <>
          {isPublished ? (
            differs ? (
              <Slip tone="copper">Unpublished changes</Slip>
            ) : (
              <Slip tone="lichen">In the shop</Slip>
            )
          ) : (
            <Slip>Draft</Slip>
          )}
          {others > 0 && <Slip tone="copper">Open elsewhere too</Slip>}
        </>
      }
    >
      <Button size="sm" variant="ghost" colorPalette="ink" onClick={() => setLooking(true)}>
        Preview draft
      </Button>
      {looking && (
        <AsCustomers productId={productId} version={draft.version} today={today} onClose={() => setLooking(false)} />
      )}
      {published.slug && (
        <Link asChild fontSize="sm" whiteSpace="nowrap">
          <PageLink href={`/shop/${published.slug}`} target="_blank">
            Open shop page <ExternalLink size={14} aria-hidden />
          </PageLink>
        </Link>
      )}
      <PublishButton
        draft={draft}
        productId={productId}
        published={published}
        today={today}
        isUsed={isUsed}
        onPublished={onPublished}
      />
      <ProductMenu productId={productId} published={published} isUsed={isUsed} onPublished={onPublished} />
    </EditorBar>
  );
}

function ProductMenu({ productId, published, isUsed, onPublished }: Omit<TopBarProps, 'draft' | 'others' | 'today'>) {
  const router = useRouter();
  const attempt = (work: Promise<unknown>) =>
    void work.catch((error: unknown) => sayFailed('That was not possible', wordsOf(error)));
  const { product } = useEditing();
  const [withdrawing, setWithdrawing] = useState(false);
  const [deleting, setDeleting] = useState(false);
  const [copying, setCopying] = useState(false);
  const withdraw = async (accepted = 0) => {
    await send('DELETE', `/api/manage/products/${productId}/publication?accepted=${accepted}`, undefined, anything);
    onPublished({ revision: null, version: null, definition: null, slug: null });
    sayDone('Taken out of the shop', 'Its revisions are kept; publish to bring it back.');
    setWithdrawing(false);
  };
  const unpublish = () => (isUsed ? setWithdrawing(true) : attempt(withdraw()));
  const remove = () =>
    attempt(
      send('DELETE', `/api/manage/products/${productId}`, undefined, binnedSchema).then(({ binned }) => {
        router.push('/manage/products');
        sayBinned(product.title || 'The draft', binned, () => router.refresh());
      }),
    );
  const archive = () =>
    attempt(
      send('PUT', `/api/manage/products/${productId}/archived`, { archived: true }, anything).then(() => {
        router.push('/manage/products');
        sayDone(`${product.title || 'The draft'} is archived`, 'It stands under “Archived” in the list of products.');
      }),
    );
  return (
    <>
      <MoreMenu label="More for this product">
        <Menu.Item value="copy" onClick={() => setCopying(true)}>
          <Copy size={14} /> Duplicate
        </Menu.Item>
        {published.revision !== null && (
          <Menu.Item value="unpublish" onClick={unpublish}>
            <Store size={14} /> Unpublish
          </Menu.Item>
        )}
        {published.revision === null && (
          <Menu.Item value="archive" onClick={archive}>
            <Archive size={14} /> Archive
          </Menu.Item>
        )}
        {published.revision === null && (
          <Menu.Item value="delete" color="brick.fg" onClick={() => setDeleting(true)}>
            <Trash2 size={14} /> Delete this draft
          </Menu.Item>
        )}
      </MoreMenu>
      <AskBeforeDeleting
        open={deleting}
        what={product.title || 'this draft'}
        because="Its earlier drafts go with it. It lies in the bin for 30 days."
        onClose={() => setDeleting(false)}
        onDelete={remove}
      />
      {copying && <CopyDialog productId={productId} onClose={() => setCopying(false)} />}
      {withdrawing && (
        <RippleDialog
          address={`/api/manage/products/${productId}/ripple?change=withdraw`}
          decision="Take it out"
          nothingReached="Nothing has it as a part."
          onClose={() => setWithdrawing(false)}
          onDecide={withdraw}
        />
      )}
    </>
  );
}
