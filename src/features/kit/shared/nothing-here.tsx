'use client';

import { Button, Container } from '@chakra-ui/react';
import { PageLink } from '@/ui/page-link';
import { type ReactNode } from 'react';
import { EmptyPlace } from '@/ui/text';

/** What a page says whose address leads nowhere. */
export function NothingHere({
  back,
  children,
}: {
  back: { readonly href: string; readonly words: string };
  children: ReactNode;
}) {
  return (
    <Container maxW="lg" py="16">
      <EmptyPlace
        title="There is nothing at this address"
        action={
          <Button asChild>
            <PageLink href={back.href}>{back.words}</PageLink>
          </Button>
        }
      >
        {children}
      </EmptyPlace>
    </Container>
  );
}
