'use client';

import { Badge, Box, chakra, Container, Flex, HStack, Stack, Text } from '@chakra-ui/react';
import { ShoppingBasket } from 'lucide-react';
import { PageLink } from '@/ui/page-link';
import { type ReactNode } from 'react';
import { CONTENT, SkipLink } from '@/ui/skip-link';
import { GroupCode } from './group-code';

const ShopLink = chakra(PageLink);

interface Props {
  shopName: string;
  lines: number;
  /** whether the shop has customer groups at all */
  hasGroups: boolean;
  /** the group this customer belongs to */
  group: string | null;
  children: ReactNode;
}

/** The customer's side: the shop's name, the way to the basket, and the page. */
export function ShopFrame({ shopName, lines, hasGroups, group, children }: Props) {
  return (
    <Flex direction="column" minH="100vh">
      <SkipLink />
      <Box as="header" bg="bg.panel" borderBottomWidth="1px" borderColor="border">
        <Container maxW="1180px">
          <HStack justify="space-between" py="3.5">
            <ShopLink
              href="/shop"
              fontFamily="heading"
              fontSize={{ base: 'lg', sm: '2xl' }}
              fontWeight="600"
              letterSpacing="-0.01em"
            >
              {shopName}
            </ShopLink>
            <ShopLink href="/shop/basket" display="inline-flex" alignItems="center" gap="2" fontWeight="600" py="1">
              <ShoppingBasket size={20} aria-hidden />
              Basket
              <Badge
                colorPalette="copper"
                variant="solid"
                borderRadius="full"
                visibility={lines > 0 ? 'visible' : 'hidden'}
                aria-label={`${lines} in it`}
              >
                {lines}
              </Badge>
            </ShopLink>
          </HStack>
        </Container>
      </Box>
      <Box as="main" id={CONTENT} tabIndex={-1} outline="none" flex="1" py={{ base: '5', md: '9' }}>
        <Container maxW="1180px">{children}</Container>
      </Box>
      <Box as="footer" borderTopWidth="1px" borderColor="border" py="5">
        <Container maxW="1180px">
          <Stack direction={{ base: 'column', md: 'row' }} justify="space-between" gap="4">
            <Text fontSize="sm" color="fg.muted">
              {shopName}. Prices include what the working shows, to the cent.
            </Text>
            {hasGroups && <GroupCode group={group} />}
          </Stack>
        </Container>
      </Box>
    </Flex>
  );
}
