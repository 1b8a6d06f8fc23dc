'use client';

import { Button, Container } from '@chakra-ui/react';
import NextLink from 'next/link';
import { EmptyPlace } from '@/ui/text';

/** The page for an address that leads nowhere. */
export function NothingHere() {
  return (
    <Container as="main" maxW="lg" py="16">
      <EmptyPlace
        title="There is nothing at this address"
        action={
          <Button asChild>
            <NextLink href="/shop">To the shop</NextLink>
          </Button>
        }
      >
        It may have been taken out of the shop, or the address has a slip in it.
      </EmptyPlace>
    </Container>
  );
}
